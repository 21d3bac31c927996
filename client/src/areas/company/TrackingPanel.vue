<script setup lang="ts">
import { api, type Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useSettings } from '@/shared/merge/useSettings'
import { useSession } from '@/shared/session'
import { readClock } from '@/shared/typed/times'
import Waiting from '@/shared/Waiting.vue'

/** How the company follows its trucks. */
type Settings = Schemas['TrackingSettings']
type Name = Exclude<keyof Settings, 'version'>
const FIELDS: [Name, string][] = [
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
const isHour = (name: string) => name.startsWith('quiet')
const LABELS = Object.fromEntries(FIELDS)
const writes = useSession().has('administrator', 'safety')
const clock = (minutes: number) => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`
const shownFigure = (name: Name, value: number) => (isHour(name) ? clock(value) : String(value))
/** What cannot be read goes as it was typed: the answer says at the field what is wrong with it. */
const figureOf = (name: Name, text: string) => (isHour(name) ? readClock(text) : Number(text || NaN)) ?? text
const { data, problem, load, typed, refused, saved, busy, save, found, differs, at, saveChosen, takeTheirs } =
  useSettings<Settings, Record<Name, string>>({
    get: () => api.GET('/api/tracking-settings'),
    put: (typed, version) =>
      api.PUT('/api/tracking-settings', {
        body: {
          ...Object.fromEntries(FIELDS.map(([name]) => [name, figureOf(name, typed[name])])),
          version,
        } as Settings,
      }),
    typedOf: settings =>
      Object.fromEntries(FIELDS.map(([name]) => [name, shownFigure(name, settings[name])])) as Record<
        Name,
        string
      >,
  })
const isField = (path = '') => path.slice(1) in LABELS
</script>

<template>
  <section class="panel pad" aria-label="Following trucks">
    <h2>Following trucks</h2>
    <waiting :data="data" :problem="problem" @again="load"
      ><form v-if="typed" class="fields" @submit.prevent="save">
        <v-text-field
          v-for="[name, label] in FIELDS"
          :key="name"
          v-model="typed[name]"
          :label="label"
          :readonly="!writes"
          :error-messages="at(`/${name}`)"
        />
        <div v-if="writes" class="row">
          <v-btn type="submit" color="primary" :loading="busy">Save</v-btn
          ><span v-if="saved" class="small" role="status">Saved</span>
        </div>
      </form></waiting
    >
    <merge-panel
      v-if="differs && refused"
      class="mt-2"
      :found="found"
      :message="refused.message"
      :label="([name]) => LABELS[String(name)] ?? ''"
      :busy="busy"
      @save="saveChosen"
      @theirs="takeTheirs"
    />
    <v-alert v-else-if="refused && !isField(refused.path)" type="error" class="mt-2">{{
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
