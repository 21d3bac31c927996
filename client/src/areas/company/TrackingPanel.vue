<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ask, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import Waiting from '@/shared/Waiting.vue'

/** How the company follows its trucks. */
type Settings = Schemas['TrackingSettings']
const FIELDS: [keyof Settings, string][] = [
  ['ask_every_hours', 'Ask for a check-in every, h'],
  ['quiet_from', 'Quiet from (21:00)'],
  ['quiet_to', 'Quiet to (6:00)'],
  ['alert_step_minutes', 'Alarm again when worse by, min'],
  ['silent_minutes', 'Silent after, min'],
  ['activity_step_minutes', 'Activities in steps of, min (1 or 15)'],
  ['fence_radius_m', 'Arrived within, m'],
  ['fence_dwell_minutes', 'and after, min'],
  ['positions_kept_days', 'Positions are kept, days'],
]
const session = useSession()
const writes = session.has('administrator', 'safety')
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/tracking-settings')),
  change => change.kind === 'company',
)
const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
const minutes = (text: string) => {
  const match = /^(\d{1,2}):?(\d{2})$/.exec(text.trim())
  return match ? Number(match[1]) * 60 + Number(match[2]) : NaN
}
const draft = ref<Record<string, string>>({})
watch(data, found => {
  if (found)
    draft.value = Object.fromEntries(
      FIELDS.map(([name]) => [name, name.startsWith('quiet') ? clock(found[name]) : String(found[name])]),
    )
})
const refused = ref<Problem>()
const saved = ref(false)
async function save() {
  saved.value = false
  const body = Object.fromEntries(
    FIELDS.map(([name]) => {
      const text = draft.value[name] ?? ''
      return [name, name.startsWith('quiet') ? minutes(text) : Number(text)]
    }),
  ) as unknown as Settings
  const answer = await ask<Settings>(api.PUT('/api/tracking-settings', { body }))
  refused.value = answer.problem
  if (answer.data) {
    put(answer.data)
    saved.value = true
  }
}
const at = (name: string) => (refused.value?.path === `/${name}` ? [refused.value.message] : [])
</script>

<template>
  <section class="panel pad" aria-label="Following trucks">
    <h2>Following trucks</h2>
    <waiting :data="data" :problem="problem" @again="load"
      ><form class="fields" @submit.prevent="save">
        <v-text-field
          v-for="[name, label] in FIELDS"
          :key="name"
          v-model="draft[name]"
          :label="label"
          :readonly="!writes"
          :error-messages="at(name)"
        />
        <div v-if="writes" class="row">
          <v-btn type="submit" color="primary">Save</v-btn
          ><span v-if="saved" class="small" role="status">Saved</span>
        </div>
      </form></waiting
    >
    <v-alert v-if="refused && !at(refused.path.slice(1)).length" type="error" class="mt-2">{{
      refused.message
    }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(13rem, 1fr));
  gap: 0.7rem;
  margin-top: 0.6rem;
  align-items: center;
}
</style>
