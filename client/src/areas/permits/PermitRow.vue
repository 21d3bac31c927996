<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import { parseDollars, showDollars, showMiles, showMinutes } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import AmountField from '@/shared/typed/AmountField.vue'
import DayField from '@/shared/typed/DayField.vue'
import PermitMark from './PermitMark.vue'
import { KIND } from './words'

/** One state's permit: how far it has come, what it costs and lasts; opened, why it is wanted and what it asks. */
const { permit, mayApply, busy } = defineProps<{
  permit: Schemas['Permit']
  mayApply: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  apply: [answer: string]
  giveUp: []
  values: []
  keyIn: []
  amend: []
  askAnew: []
  refund: [amount: string, on: string]
}>()
const { zone } = useSession()
const open = ref(false)
const answer = ref('')
/** What came back of the fee, and when. */
const back = ref({ amount: '', on: '' })
const cameBack = computed(() => parseDollars(back.value.amount))
const applies = computed(
  () =>
    mayApply &&
    ['draft', 'refused', 'asked'].includes(permit.status) &&
    !['not_covered', 'divisible'].includes(permit.kind),
)
</script>

<template>
  <tr>
    <td>
      <button type="button" class="opens" :aria-expanded="open" @click="open = !open">
        <span aria-hidden="true">{{ open ? '▾' : '▸' }}</span> {{ permit.name }}
      </button>
    </td>
    <td>
      {{ KIND[permit.kind] ?? permit.kind
      }}<span v-if="permit.escorts?.length" class="quiet">, with escort</span
      ><span v-if="permit.amends && permit.status !== 'issued'" class="quiet">, amendment</span
      ><span v-if="permit.wants" class="off"
        >, but this size wants: {{ (KIND[permit.wants] ?? permit.wants).toLowerCase() }}</span
      >
    </td>
    <td class="figure">{{ permit.miles === '0.0' ? '' : showMiles(permit.miles) }}</td>
    <td class="figure">
      {{ permit.fee ? showDollars(permit.fee) : 'not known' }}
      <span v-if="permit.paid" class="quiet small">{{
        permit.paid === 'paid' ? 'paid' : 'being paid'
      }}</span><span v-if="permit.refunded" class="quiet small"
        >, {{ showDollars(permit.refunded) }} came back</span
      >
    </td>
    <td>
      <permit-mark :status="permit.status" /><span v-if="permit.silent_since" class="off small since">
        silent since {{ showTime(permit.silent_since, zone) }}</span
      ><span v-if="permit.asked_less" class="off small since">
        {{ permit.status === 'issued' ? 'granted' : 'asked' }} before {{ permit.asked_less }} changed</span
      ><span v-if="permit.apply_from" class="quiet small"> from {{ showDay(permit.apply_from) }}</span>
    </td>
    <td>
      <template v-if="permit.number"
        ><a v-if="permit.paper_id" :href="`/api/papers/${permit.paper_id}`" target="_blank" rel="noopener">{{
          permit.number
        }}</a
        ><span v-else>{{ permit.number }}</span
        ><span v-if="permit.held" class="quiet small"> held by us</span
        ><span
          v-if="permit.valid_from && permit.valid_to"
          class="quiet small"
          :title="`from ${showDay(permit.valid_from)}`"
          >{{ ` to ${showDay(permit.valid_to)}` }}</span
        ></template
      >
    </td>
  </tr>
  <tr v-if="permit.said && permit.status !== 'issued'" class="said">
    <td colspan="6">
      <p>{{ permit.said }}</p>
      <form
        v-if="mayApply && permit.status === 'asked'"
        class="row answer"
        @submit.prevent="emit('apply', answer.trim())"
      >
        <v-text-field v-model="answer" :label="`Answer to ${permit.name}`" /><v-btn
          type="submit"
          size="small"
          color="primary"
          :disabled="answer.trim().length < 2"
          :loading="busy"
          >Send the answer</v-btn
        >
      </form>
    </td>
  </tr>
  <tr v-if="open" class="more">
    <td colspan="6">
      <div class="columns">
        <div>
          <h3>Why</h3>
          <ul>
            <li v-for="one in permit.why" :key="one">{{ one }}</li>
          </ul>
          <template v-if="permit.escorts?.length"
            ><h3>Escorts</h3>
            <ul>
              <li v-for="one in permit.escorts" :key="one">{{ one }}</li>
            </ul></template
          >
          <p class="quiet small">
            <template v-if="permit.unsure"
              >{{ permit.unsure }} of the values behind this are unsure: nobody here has checked them yet. </template
            ><button type="button" class="link" @click="emit('values')">What it rests on</button>
          </p>
        </div>
        <div>
          <template v-if="permit.travel_limits?.length"
            ><h3>When it may move</h3>
            <ul>
              <li v-for="one in permit.travel_limits" :key="one">{{ one }}</li>
            </ul></template
          >
          <template v-if="permit.fees?.length"
            ><h3>Fee</h3>
            <ul>
              <li v-for="fee in permit.fees" :key="fee.what">
                {{ fee.what }}: {{ fee.amount ? showDollars(fee.amount) : 'not known' }}
              </li>
            </ul></template
          >
        </div>
        <div>
          <template v-if="permit.from || permit.turns?.length"
            ><h3>Route</h3>
            <p>{{ permit.from }} → {{ permit.to }}</p>
            <ol>
              <li v-for="turn in permit.turns" :key="`${turn.road} ${turn.to}`">
                {{ turn.road }}
                <span class="quiet">{{ showMiles(turn.miles) }}, {{ showMinutes(turn.minutes) }}</span>
              </li>
            </ol></template
          ><template v-if="permit.said && permit.status === 'issued'"
            ><h3>Conditions</h3>
            <p>{{ permit.said }}</p></template
          >
          <p>
            <a :href="`/api/permits/${permit.id}/application`" target="_blank" rel="noopener"
              >Application on paper</a
            >
          </p>
          <div class="row mt-2 wrap">
            <v-btn
              v-if="applies && permit.status !== 'asked'"
              size="small"
              variant="tonal"
              :loading="busy"
              @click="emit('apply', '')"
              >{{ permit.status === 'refused' ? 'Send again' : 'Send this one' }}</v-btn><v-btn
              v-if="mayApply && permit.status !== 'issued'"
              size="small"
              variant="text"
              @click="emit('keyIn')"
              >Key in the answer</v-btn
            ><v-btn
              v-if="mayApply && permit.asked_less"
              size="small"
              variant="tonal"
              :loading="busy"
              @click="emit('askAnew')"
              >Ask its office anew</v-btn
            ><v-btn
              v-if="mayApply && permit.amendable"
              size="small"
              variant="tonal"
              :loading="busy"
              @click="emit('amend')"
              >Amend {{ permit.amendable }}</v-btn
            ><v-btn
              v-if="mayApply && permit.status !== 'draft' && !permit.held"
              size="small"
              variant="text"
              @click="emit('giveUp')"
              >Give it up</v-btn
            >
          </div>
          <form
            v-if="mayApply && permit.paid === 'paid'"
            class="row mt-2 wrap"
            :aria-label="`What came back of the fee of ${permit.name}`"
            @submit.prevent="cameBack && emit('refund', cameBack, back.on)"
          >
            <amount-field v-model="back.amount" label="Came back, $" /><day-field
              v-model="back.on"
              label="On"
            /><v-btn
              type="submit"
              size="small"
              variant="tonal"
              :disabled="!cameBack || !back.on"
              :loading="busy"
              >Keep</v-btn
            >
          </form>
        </div>
      </div>
    </td>
  </tr>
</template>

<style scoped>
.opens {
  font: inherit;
  font-weight: 600;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  min-height: 24px;
  cursor: pointer;
  white-space: nowrap;
}
.columns {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 1rem;
  font-size: 0.9rem;
}
ul,
ol {
  padding-left: 1.1rem;
  margin-bottom: 0.4rem;
}
.wrap {
  flex-wrap: wrap;
}
.since {
  display: block;
}
.off {
  color: rgb(var(--v-theme-late));
}
.said td {
  border-left: 4px solid rgb(var(--v-theme-tight));
  background: rgb(var(--v-theme-tight), 0.1);
}
.answer {
  margin-top: 0.4rem;
  max-width: 34rem;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
