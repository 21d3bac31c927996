<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'

/** Operating companies under this roof: each with statements in its own name, and its own number at the bank. */
const mayChange = useSession().has('administrator', 'settlement_clerk')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Schemas['OperatingCompany'][]>(api.GET('/api/operating-companies')),
  change => change.kind === 'company',
)
const NEW = {
  name: '',
  address: '',
  town: '',
  state: '',
  zip: '',
  bank_company_id: '',
  retired: false,
  version: 0,
}
const editing = ref<number | 'new'>()
const typed = ref({ ...NEW })
const busy = ref(false)
const trouble = ref<Problem>()
const at = (field: string) => (trouble.value?.path === `/${field}` ? trouble.value.message : undefined)
function edit(one?: Schemas['OperatingCompany']) {
  const { name, address, town, state, zip, bank_company_id, retired, version } = one ?? NEW
  typed.value = { name, address, town, state, zip, bank_company_id, retired, version }
  trouble.value = undefined
  editing.value = one?.id ?? 'new'
}
async function keep() {
  const body = {
    key: newKey(),
    ...typed.value,
    name: typed.value.name.trim(),
    state: typed.value.state.trim().toUpperCase(),
  }
  busy.value = true
  const answer = await ask<Schemas['OperatingCompany'][]>(
    editing.value === 'new'
      ? api.POST('/api/operating-companies', { body })
      : api.PUT('/api/operating-companies/{id}', { params: { path: { id: editing.value as number } }, body }),
  )
  busy.value = false
  trouble.value = answer.problem
  if (answer.data) {
    put(answer.data)
    editing.value = undefined
  }
}
</script>

<template>
  <section class="panel pad" aria-label="Operating companies">
    <div class="spread">
      <h2>Operating companies</h2>
      <v-btn v-if="mayChange && !editing" size="small" variant="tonal" @click="edit()">Add one</v-btn>
    </div>
    <waiting :data="data" :problem="problem" @again="load"
      ><p v-if="!data?.length && !editing" class="quiet">
        One company pays everybody. Where several run under this roof, each gets statements in its own name; a
        driver is given to one on his own page.
      </p>
      <p class="small quiet">They are payers, not walls: whoever reads pay here reads that of all of them.</p>
      <ul class="rows">
        <li v-for="one in data" :key="one.id" class="spread">
          <span :class="{ quiet: one.retired }"
            ><strong>{{ one.name }}</strong> {{ [one.town, one.state].filter(Boolean).join(', ')
            }}<span class="quiet"
              >, {{ one.drivers }} {{ one.drivers === 1 ? 'driver' : 'drivers'
              }}{{ one.retired ? ', retired' : '' }}</span
            ></span
          ><v-btn v-if="mayChange" size="small" variant="text" @click="edit(one)">Change</v-btn>
        </li>
      </ul></waiting
    >
    <form v-if="editing" class="form" @submit.prevent="keep">
      <v-text-field
        v-model="typed.name"
        class="all"
        autofocus
        label="Name"
        :error-messages="at('name')"
      /><v-text-field v-model="typed.address" class="all" label="Street" /><v-text-field
        v-model="typed.town"
        label="Town"
      /><v-text-field
        v-model="typed.state"
        label="State"
        maxlength="2"
        :error-messages="at('state')"
      /><v-text-field
        v-model="typed.zip"
        label="ZIP"
        inputmode="numeric"
        :error-messages="at('zip')"
      /><v-text-field
        v-model="typed.bank_company_id"
        label="Its number at the bank"
        :error-messages="at('bank_company_id')"
      /><v-checkbox v-if="editing !== 'new'" v-model="typed.retired" label="Retired" />
      <v-alert v-if="trouble && !trouble.path" type="error" class="all">{{ trouble.message }}</v-alert>
      <div class="row justify-end all">
        <v-btn variant="text" @click="editing = undefined">Leave it</v-btn
        ><v-btn type="submit" color="primary" :disabled="!typed.name.trim()" :loading="busy">Keep</v-btn>
      </div>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.rows {
  list-style: none;
  padding: 0;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  margin-top: 0.5rem;
}
.all {
  grid-column: 1 / -1;
}
</style>
