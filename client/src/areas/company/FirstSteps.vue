<script setup lang="ts">
import { mdiCheck } from '@mdi/js'
import { computed, watch } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'

/** What a company that begins does next, and why; nothing once it runs. */
type Step = Schemas['FirstStep']
const TOWARDS: [Step['towards'], string][] = [
  ['load', 'For the first load'],
  ['trip', 'For the first trip'],
  ['pay_run', 'For the first pay run'],
  ['later', 'And'],
]
const WHERE: Record<Step['code'], [address: string, act: string]> = {
  customers: ['/fleet/customers', 'Go to customers'],
  book: ['/freight/new', 'Book a load'],
  drivers: ['/fleet/drivers', 'Go to drivers'],
  tractors: ['/fleet/units', 'Go to tractors and trailers'],
  trailers: ['/fleet/units', 'Go to tractors and trailers'],
  driver_papers: ['/fleet/drivers', 'Go to drivers'],
  unit_papers: ['/fleet/units', 'Go to tractors and trailers'],
  phones: ['/fleet/drivers', 'Go to drivers'],
  hours: ['/hours', 'Go to hours'],
  send: ['/freight', 'Go to freight'],
  rates: ['/fleet/drivers', 'Go to drivers'],
  who_we_are: ['/company#who-we-are', 'Say who we are'],
  papers: ['/freight', 'Go to freight'],
  pay_run: ['/pay', 'Go to pay'],
  people: ['/company#people', 'Add a person'],
}
/** What a sheet can bring. */
const SHEETS: Partial<Record<Step['code'], string>> = {
  customers: 'customers',
  drivers: 'drivers',
  tractors: 'units',
  trailers: 'units',
}
const session = useSession()
const imports = session.has('administrator')
/** Whatever happens may be one of them; nobody asks any more once they are behind. */
let begun = false
const { data } = useFetched(
  () => 0,
  () => ask<Step[]>(api.GET('/api/first-steps')),
  () => !begun,
)
watch(data, steps => (begun = steps?.every(({ done }) => done) ?? false))
const next = computed(() => data.value?.find(step => !step.done))
/** Once the first pay run is locked, or all but the last is done, it goes by itself. */
const begins = computed(() => data.value?.some(step => step.towards !== 'later' && !step.done) ?? false)
const groups = computed(() =>
  TOWARDS.map(([towards, title]) => ({
    title,
    steps: data.value?.filter(step => step.towards === towards) ?? [],
  })).filter(({ steps }) => steps.length),
)
const left = computed(() => data.value?.filter(step => !step.done).length ?? 0)
</script>

<template>
  <section v-if="begins" class="panel pad" aria-labelledby="first-steps">
    <div class="spread">
      <h2 id="first-steps">First steps</h2>
      <span class="small quiet">{{ left }} to go; each can wait, in any order</span>
    </div>
    <p v-if="next" role="status" class="next">
      Next: <strong>{{ next.title }}</strong>. {{ next.why }}
    </p>
    <div class="groups">
      <section v-for="group in groups" :key="group.title">
        <h3>{{ group.title }}</h3>
        <ol>
          <li v-for="step in group.steps" :key="step.code" :class="{ done: step.done }">
            <span class="mark" aria-hidden="true"
              ><v-icon v-if="step.done" :icon="mdiCheck" size="16"
            /></span>
            <div>
              <strong>{{ step.title }}</strong><span v-if="step.done" class="small quiet">: done</span>
              <template v-else
                ><span class="small quiet why">{{ step.missing ?? step.why }}</span
                ><v-btn
                  size="small"
                  :variant="step === next ? 'flat' : 'tonal'"
                  :color="step === next ? 'primary' : undefined"
                  :active="false"
                  :to="WHERE[step.code][0]"
                  >{{ WHERE[step.code][1] }}</v-btn
                ><v-btn
                  v-if="imports && SHEETS[step.code]"
                  size="small"
                  variant="text"
                  :active="false"
                  :to="`/company?sheet=${SHEETS[step.code]}#import`"
                  >Bring a sheet</v-btn
                ></template
              >
            </div>
          </li>
        </ol>
      </section>
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.next {
  margin: 0.4rem 0 0.7rem;
}
.groups {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(15rem, 1fr));
  gap: 1rem;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
  display: grid;
  gap: 0.6rem;
}
li {
  display: grid;
  grid-template-columns: 1.4rem 1fr;
  gap: 0.4rem;
}
.mark {
  width: 1.3rem;
  height: 1.3rem;
  border: 1px solid rgb(var(--v-theme-line));
  border-radius: 3px;
  display: grid;
  place-items: center;
}
.why {
  display: block;
  margin: 0.1rem 0 0.3rem;
}
.done strong {
  font-weight: 400;
}
</style>
