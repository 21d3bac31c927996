<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import Waiting from '@/shared/Waiting.vue'

/** Other companies that permits are asked for: each with its name and numbers, and its own balance at the offices. */
defineProps<{ mayChange: boolean }>()
type Applicant = Schemas['Applicant']
type Name = Exclude<keyof Schemas['ApplicantFields'], 'retired'>
const FIELDS: [Name, string][] = [
  ['name', 'Name'],
  ['address', 'Street'],
  ['zip', 'ZIP'],
  ['phone', 'Telephone'],
  ['usdot_number', 'USDOT number'],
  ['carrier_number', 'Carrier number (MC-123456)'],
]
const EMPTY = {
  name: '',
  address: '',
  town: '',
  state: '',
  zip: '',
  phone: '',
  usdot_number: '',
  carrier_number: '',
}
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask<Applicant[]>(api.GET('/api/applicants')),
  change => change.kind === 'company',
)
const editing = ref<Applicant | 'new'>()
const typed = ref({ ...EMPTY, retired: false })
const busy = ref(false)
const trouble = ref<Problem>()
let key = newKey()
function edit(one: Applicant | 'new') {
  const names = Object.keys(EMPTY) as (keyof typeof EMPTY)[]
  const fields = one === 'new' ? EMPTY : Object.fromEntries(names.map(name => [name, one[name]]))
  typed.value = { ...EMPTY, ...fields, retired: one !== 'new' && !!one.retired }
  trouble.value = undefined
  editing.value = one
}
async function save() {
  const one = editing.value
  if (!one) return
  busy.value = true
  const answer =
    one === 'new'
      ? await ask<Applicant[]>(api.POST('/api/applicants', { body: { ...typed.value, key } }))
      : await ask<Applicant[]>(
          api.PUT('/api/applicants/{id}', {
            params: { path: { id: one.id } },
            body: { ...typed.value, version: one.version },
          }),
        )
  busy.value = false
  trouble.value = answer.problem
  if (answer.problem?.code !== 'unreachable') key = newKey()
  if (!answer.data) return
  put(answer.data)
  editing.value = undefined
}
const at = (name: string) => (trouble.value?.path === `/${name}` ? trouble.value.message : undefined)
</script>

<template>
  <section class="panel pad" aria-labelledby="applicants">
    <div class="spread">
      <h2 id="applicants">Permits for other companies</h2>
      <v-btn v-if="mayChange && !editing" size="small" variant="tonal" @click="edit('new')">Add one</v-btn>
    </div>
    <p class="small quiet">
      A permit file may be applied for one of them: under its name and numbers, paid from its own balance.
    </p>
    <form v-if="editing" class="fields" @submit.prevent="save">
      <v-text-field
        v-for="[name, label] in FIELDS"
        :key="name"
        v-model="typed[name]"
        :label="label"
        :autofocus="name === 'name'"
        :error-messages="at(name)"
      />
      <v-checkbox v-if="editing !== 'new'" v-model="typed.retired" label="Not applied for any more" />
      <v-alert
        v-if="trouble && !FIELDS.some(([name]) => trouble?.path === `/${name}`)"
        type="error"
        class="all"
        >{{ trouble.message }}</v-alert
      >
      <div class="row all">
        <v-btn type="submit" color="primary" :loading="busy" :disabled="!typed.name.trim()">Save</v-btn
        ><v-btn variant="text" @click="editing = undefined">Leave it</v-btn>
      </div>
    </form>
    <waiting v-else v-slot="{ data: rows }" :data="data" :problem="problem" @again="load">
      <ul v-if="rows.length">
        <li v-for="one in rows" :key="one.id" class="spread">
          <span
            ><strong>{{ one.name }}</strong
            >{{ ' ' }}
            <span class="quiet">{{
              [one.town && `${one.town}, ${one.state}`, one.usdot_number, one.carrier_number]
                .filter(Boolean)
                .join(' • ')
            }}</span><template v-if="one.retired">, not any more</template></span
          ><v-btn
            v-if="mayChange"
            size="small"
            variant="text"
            :aria-label="`Correct ${one.name}`"
            @click="edit(one)"
            >Correct</v-btn
          >
        </li>
      </ul>
      <p v-else class="quiet">None: every permit is our own.</p>
    </waiting>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(15rem, 1fr));
  gap: 0.5rem;
  margin-top: 0.5rem;
  align-items: start;
}
.all {
  grid-column: 1 / -1;
}
ul {
  list-style: none;
  padding: 0;
}
</style>
