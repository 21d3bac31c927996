<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, type Schemas } from '@/shared/api'
import { useAct } from '@/shared/useAct'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'
import AnswerDialog from './AnswerDialog.vue'
import { STATE } from './words'

/** What we offered for posted freight, what was answered, and booking what was accepted. */
const { mayOffer } = defineProps<{ mayOffer: boolean }>()
const router = useRouter()
const session = useSession()
const { data, problem, load } = useFetched(
  () => 0,
  () => ask<Schemas['Offer'][]>(api.GET('/api/market/offers')),
  change => change.kind === 'offer',
)
const { busy, trouble, act } = useAct<unknown>(() => void load())

/** Of which an answer is written down. */
const answering = ref<Schemas['Offer']>()
const noted = () => {
  answering.value = undefined
  void load()
}
const waitsFor = ({ gone, may_answer }: Schemas['Offer']) => {
  if (gone) return 'the posting is gone'
  return may_answer ? 'write down here what they say' : 'no answer yet'
}
const bookWords = (offer: Schemas['Offer']) =>
  offer.counter ? `Take ${showDollars(offer.counter)}` : 'Book it'
const withdraw = (offer: Schemas['Offer']) =>
  act(() =>
    api.PUT('/api/market/offers/{id}/withdraw', {
      params: { path: { id: offer.id } },
      body: { version: offer.version },
    }),
  )
async function book(offer: Schemas['Offer']) {
  let loadId: number | undefined
  const done = await act(async key => {
    const answer = await api.POST('/api/market/offers/{id}/book', {
      params: { path: { id: offer.id } },
      body: { key },
    })
    loadId = answer.data?.load_id
    return answer
  })
  if (!done || !loadId) return
  await router.push(
    offer.driver_id
      ? { path: '/match', query: { view: 'loads', load: String(loadId) } }
      : `/freight/${loadId}`,
  )
}
</script>

<template>
  <section class="panel" aria-label="Offers">
    <waiting v-slot="{ data: offers }" :data="data" :problem="problem" @again="load">
      <p v-if="!offers.length" class="pad quiet">
        No offers yet. Pick a truck under Finds, look at a posting, and send your price.
      </p>
      <table v-else class="ledger">
        <thead>
          <tr>
            <th>Offer</th>
            <th>Lane</th>
            <th>Posted by</th>
            <th>For</th>
            <th class="figure">Our price</th>
            <th>Answer</th>
            <th><span class="sr-only">What to do</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="offer in offers" :key="offer.id">
            <td data-of="Offer">
              <strong>{{ offer.reference }}</strong><span class="small quiet"
                ><br />{{ offer.made_by }}, {{ showTime(offer.made_at, session.zone) }}</span
              >
            </td>
            <td data-of="Lane">
              {{ offer.origin }} → {{ offer.destination
              }}<span v-if="offer.opens_at" class="small quiet"
                ><br />{{ showTime(offer.opens_at, offer.zone ?? session.zone) }}, {{ offer.posting }}</span
              >
            </td>
            <td data-of="Posted by">{{ offer.poster }}</td>
            <td data-of="For">{{ offer.driver ?? 'no truck yet' }}</td>
            <td data-of="Our price" class="figure">{{ showDollars(offer.amount) }}</td>
            <td data-of="Answer">
              <strong>{{ STATE[offer.state] }}</strong><template v-if="offer.counter">{{
                ` ${showDollars(offer.counter)}`
              }}</template
              ><span v-if="offer.state === 'sent'" class="small quiet"> <br />{{ waitsFor(offer) }}</span
              ><span v-if="offer.mailed_to" class="small quiet"><br />mailed to {{ offer.mailed_to }}</span
              ><span v-if="offer.late_answer" class="small"
                ><br />{{ STATE[offer.late_answer] }} after we took it back; they were told.</span
              ><span v-if="offer.confirmed" class="small"
                ><br />{{
                  offer.differences.length
                    ? `The rate confirmation differs: ${offer.differences.join(' ')}`
                    : 'The rate confirmation is as agreed.'
                }}</span
              ><template v-if="offer.load_id"
                >{{ ' '
                }}<router-link :to="`/freight/${offer.load_id}`">{{ offer.load }}</router-link></template
              >
            </td>
            <td class="figure">
              <span v-if="mayOffer" class="row justify-end">
                <v-btn
                  v-if="offer.may_book"
                  size="small"
                  color="primary"
                  :disabled="busy"
                  :aria-label="`${bookWords(offer)}: ${offer.reference}`"
                  @click="book(offer)"
                  >{{ bookWords(offer) }}</v-btn><v-btn
                  v-if="offer.may_answer"
                  size="small"
                  variant="tonal"
                  :aria-label="`They answered: ${offer.reference}`"
                  @click="answering = offer"
                  >They answered</v-btn
                ><v-btn
                  v-if="offer.may_withdraw"
                  size="small"
                  variant="text"
                  :disabled="busy"
                  :aria-label="`Withdraw ${offer.reference}`"
                  @click="withdraw(offer)"
                  >Withdraw</v-btn
                ></span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </waiting>
    <v-alert v-if="trouble" type="error" class="ma-2">{{ trouble.message }}</v-alert>
    <answer-dialog v-if="answering" :offer="answering" @close="answering = undefined" @noted="noted" />
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
</style>
