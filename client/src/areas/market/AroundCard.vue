<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars, showMiles } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import CouldTake from './CouldTake.vue'
import PostedFacts from './PostedFacts.vue'
import { TRAILER } from '@/areas/match/words'

/** One posting with what is known of it, and which of our crews could take it. */
const { posting } = defineProps<{ posting: Schemas['PostedAround'] }>()
const emit = defineEmits<{ look: [driverId: number] }>()
const session = useSession()
const zone = computed(() => posting.zone ?? session.zone)
</script>

<template>
  <article class="panel pad" :aria-label="posting.reference">
    <header class="spread">
      <h2>{{ posting.origin }} → {{ posting.destination }}</h2>
      <strong class="figure">{{ posting.rate ? showDollars(posting.rate) : 'call for the price' }}</strong>
    </header>
    <p v-for="reason in posting.reasons" :key="reason.code" class="against">{{ reason.text }}</p>
    <dl class="known small wide">
      <posted-facts :posted="posting" :zone="zone" :delivery-zone="posting.delivery_zone ?? zone" />
      <div>
        <dt>Freight</dt>
        <dd>
          {{ TRAILER[posting.trailer_kind]
          }}{{ posting.weight_lb ? `, ${posting.weight_lb.toLocaleString('en-US')} lb` : ', weight not said'
          }}{{ posting.size === 'partial' ? ', partial' : '' }}
        </dd>
      </div>
      <div>
        <dt>Miles</dt>
        <dd>
          {{ showMiles(posting.empty_miles) }} to it,
          {{ posting.loaded_miles ? `${showMiles(posting.loaded_miles)} loaded` : 'no way known' }}
        </dd>
      </div>
      <div v-if="posting.note">
        <dt>They say</dt>
        <dd>{{ posting.note }}</dd>
      </div>
    </dl>
    <p v-if="posting.offer" class="mine" role="status">
      {{ posting.offer.made_by }} offered {{ showDollars(posting.offer.amount) }},
      {{ showTime(posting.offer.made_at, session.zone) }}: one company, one offer.
    </p>
    <could-take :posting="posting.posting_id" @look="id => emit('look', id)" />
  </article>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.85rem;
}
.against {
  margin: 0.2rem 0;
}
.mine {
  margin: 0.6rem 0 0;
}
</style>
