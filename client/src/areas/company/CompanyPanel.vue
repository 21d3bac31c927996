<script setup lang="ts">
import { api, type Schemas } from '@/shared/api'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useSettings } from '@/shared/merge/useSettings'
import Waiting from '@/shared/Waiting.vue'

/** What the company is called, where it is and the numbers that offices know it by. */
defineProps<{ mayChange: boolean }>()
type Company = Schemas['Company']
type Name = Exclude<keyof Company, 'version'>
const FIELDS: [Name, string][] = [
  ['name', 'Name'],
  ['address', 'Street'],
  ['zip', 'ZIP'],
  ['town', 'Town, if not the ZIP’s'],
  ['state', 'State'],
  ['phone', 'Telephone'],
  ['usdot_number', 'USDOT number'],
  ['carrier_number', 'Carrier number (MC-123456)'],
]
const LABELS = Object.fromEntries(FIELDS)
const { data, problem, load, typed, refused, saved, busy, save, found, differs, at, saveChosen, takeTheirs } =
  useSettings<Company, Record<Name, string>>({
    get: () => api.GET('/api/company'),
    put: (typed, version) =>
      api.PUT('/api/company', { body: { ...typed, state: typed.state.trim().toUpperCase(), version } }),
    typedOf: company =>
      Object.fromEntries(FIELDS.map(([name]) => [name, company[name]])) as Record<Name, string>,
  })
</script>

<template>
  <section id="who-we-are" class="panel pad" aria-labelledby="who-we-are-title">
    <h2 id="who-we-are-title">Who we are</h2>
    <p class="small quiet">On statements, trip sheets and applications for permits.</p>
    <waiting :data="data" :problem="problem" @again="load"
      ><form v-if="typed" class="fields" @submit.prevent="save">
        <v-text-field
          v-for="[name, label] in FIELDS"
          :key="name"
          v-model="typed[name]"
          :label="label"
          :readonly="!mayChange"
          :error-messages="at(`/${name}`)"
        />
        <div v-if="mayChange" class="row">
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
    <v-alert v-else-if="refused && !(refused.path.slice(1) in LABELS)" type="error" class="mt-2">{{
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
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0.7rem;
  margin-top: 0.6rem;
  align-items: start;
}
</style>
