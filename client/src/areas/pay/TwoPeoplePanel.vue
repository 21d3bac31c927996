<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { parseDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import { useAct } from '@/shared/useAct'

/** Which rules of two people hold, and from how much on: an administrator asks, another lets it be made. */
type Rules = Schemas['TwoPeople']
const session = useSession()
const mayAsk = session.has('administrator')
const { data, put } = useFetched(
  () => 0,
  () => ask<Rules>(api.GET('/api/two-people')),
  change => change.kind === 'company',
)
const typed = reactive({ drivers: '', dollars: '', on: {} as Record<string, boolean> })
const said = ref(false)
watch(
  data,
  now => {
    if (!now) return
    typed.drivers = String(now.drivers)
    typed.dollars = now.dollars
    typed.on = Object.fromEntries(now.rules.map(({ rule, on }) => [rule, on]))
  },
  { immediate: true },
)
const { busy, trouble, act } = useAct<Rules>(put)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const changed = computed(
  () =>
    !!data.value &&
    (typed.drivers.trim() !== String(data.value.drivers) ||
      parseDollars(typed.dollars) !== parseDollars(data.value.dollars) ||
      data.value.rules.some(({ rule, on }) => typed.on[rule] !== on)),
)
const whole = computed(() => /^[1-9]\d{0,5}$/.test(typed.drivers.trim()) && !!parseDollars(typed.dollars))
async function keep() {
  said.value = await act(key =>
    api.PUT('/api/two-people', {
      body: {
        key,
        drivers: Number(typed.drivers),
        dollars: parseDollars(typed.dollars) ?? '',
        rules: {
          limits: typed.on.limits ?? true,
          approve_and_pay: typed.on.approve_and_pay ?? true,
          bank_account: typed.on.bank_account ?? true,
        },
      },
    }),
  )
}
</script>

<template>
  <section v-if="data" class="panel pad" aria-label="Two people for money">
    <h2>Two people for money</h2>
    <form class="form" @submit.prevent="keep">
      <v-text-field
        v-model="typed.drivers"
        label="A second person from, drivers"
        inputmode="numeric"
        :readonly="!mayAsk"
        :error-messages="at('/drivers')"
      /><amount-field
        v-model="typed.dollars"
        label="or dollars, for one driver too"
        :readonly="!mayAsk"
        :error-messages="at('/dollars')"
      />
      <div v-for="one in data.rules" :key="one.rule" class="all">
        <v-checkbox v-model="typed.on[one.rule]" :label="one.title" :readonly="!mayAsk" />
        <p v-if="one.since" class="small since">
          {{ one.on ? 'On' : 'Off' }} since {{ showTime(one.since, session.zone) }}, by {{ one.by }}.
        </p>
      </div>
      <p v-if="mayAsk && !data.second_administrator" class="all small">
        There is no second administrator yet: give somebody that role under Company first.
      </p>
      <v-alert v-if="trouble && !trouble.path" type="error" class="all">{{ trouble.message }}</v-alert>
      <div v-if="mayAsk" class="row justify-end all">
        <span v-if="said && !changed" class="small" role="status"
          >It waits for another administrator, above.</span
        ><v-btn type="submit" variant="tonal" :disabled="!changed || !whole" :loading="busy"
          >Ask another administrator</v-btn
        >
      </div>
    </form>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.4rem 0.5rem;
  margin-top: 0.6rem;
}
.all {
  grid-column: 1 / -1;
}
.since {
  margin: 0 0 0.3rem 2.6rem;
}
@media (max-width: 900px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
