<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import TimeField from '@/shared/typed/TimeField.vue'
import { useAct } from '@/shared/useAct'
import { pickupAndEnd, states, type Wish } from './useFinds'
import { wishWords } from './watchWords'
import { readPrice } from './words'

/** Lets the search that is on the page run by itself for a truck. */
const open = defineModel<boolean>({ required: true })
const { driver, wish } = defineProps<{ driver: Schemas['FreeCrew']; wish: Wish }>()
const emit = defineEmits<{ begun: [] }>()
const session = useSession()
const least = ref('')
const typed = ref('')
const until = ref<number>()
const { busy, trouble, act } = useAct<unknown>(
  () => {
    open.value = false
    emit('begun')
  },
  () => [driver.id, wish, least.value, until.value],
)
watch(open, () => (trouble.value = undefined))
const list = (text: string) => states(text).split(',').filter(Boolean)
const said = () => ({
  radius_miles: wish.radius,
  to: list(wish.to),
  avoid: list(wish.avoid),
  partials: wish.partials,
  ...(wish.exactly ? { exactly: true } : {}),
  ...pickupAndEnd(wish),
})
const NOTHING_SAID = {
  exactly: false,
  pickup_from: null,
  pickup_to: null,
  ends_at: null,
  ends_miles: null,
  least_profit: null,
}
const leastWrong = () => (least.value.trim() && !readPrice(least.value) ? ['Dollars, as 400.'] : [])
const begin = () => {
  if (leastWrong().length) return
  const more = {
    ...(readPrice(least.value) ? { least_profit: readPrice(least.value)! } : {}),
    ...(until.value ? { until: new Date(until.value).toISOString() } : {}),
  }
  void act(key =>
    api.POST('/api/market/watches', { body: { key, driver_id: driver.id, ...said(), ...more } }),
  )
}
</script>

<template>
  <v-dialog v-model="open" max-width="460" aria-label="Watch this">
    <v-card>
      <v-card-title>Watch this for {{ driver.name }}</v-card-title>
      <v-card-text>
        <p class="said">
          {{ wishWords({ ...NOTHING_SAID, ...said() }, session.zone) }}. What comes from now on that the truck
          can take rings and counts under Watches; away from here you get a mail.
        </p>
        <form id="watch" class="stack" @submit.prevent="begin">
          <v-text-field
            v-model="least"
            label="Only what leaves at least, dollars (may be empty)"
            inputmode="decimal"
            :error-messages="leastWrong()"
          />
          <time-field
            v-model="typed"
            v-model:at="until"
            label="Until (fri 6p; may be empty)"
            :error="trouble?.path === '/until' ? trouble.message : ''"
          />
        </form>
        <v-alert v-if="trouble && trouble.path !== '/until'" type="error" class="mt-3">{{
          trouble.message
        }}</v-alert>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Cancel</v-btn>
        <v-btn type="submit" form="watch" color="primary" :loading="busy">Start watching</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.said {
  margin-bottom: 0.8rem;
}
</style>
