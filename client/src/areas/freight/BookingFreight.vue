<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { ref } from 'vue'
import { parseQuantity } from '@/shared/measure'
import SizeField from '@/shared/typed/SizeField.vue'
import { emptyFreight, shownBack, type FreightDraft, type LoadDraft, type Problems } from './draft'

const draft = defineModel<LoadDraft>({ required: true })
defineProps<{ problems: Problems }>()
const more = ref(false)
/** `22 pallets` is a count and its unit. */
function split(line: FreightDraft) {
  const quantity = parseQuantity(line.pieces)
  if (!quantity?.unit || line.unit.trim()) return
  line.pieces = String(quantity.count)
  line.unit = quantity.unit
}
const TRAILERS = ['dry_van', 'reefer', 'flatbed', 'step_deck', 'lowboy'].map(value => ({
  value,
  title: value.replace('_', ' '),
}))
</script>

<template>
  <section class="panel pad" aria-label="Freight">
    <div
      v-for="(line, i) in draft.freight"
      :key="i"
      class="line"
      role="group"
      :aria-label="`Freight line ${i + 1}`"
    >
      <v-text-field v-model="line.what" label="What" :error-messages="problems[`/freight/${i}/what`]" />
      <v-text-field
        v-model="line.pieces"
        label="Pieces"
        :error-messages="problems[`/freight/${i}/pieces`]"
        @blur="split(line)"
      />
      <v-text-field v-model="line.unit" label="Unit" placeholder="pallets" />
      <v-text-field
        v-model="line.weight"
        label="Weight, lb"
        :hint="shownBack.weight(line.weight)"
        persistent-hint
        :error-messages="problems[`/freight/${i}/weight_lb`]"
      />
      <v-btn
        :icon="mdiClose"
        size="x-small"
        variant="text"
        :disabled="draft.freight.length === 1"
        :aria-label="`Remove freight line ${i + 1}`"
        tabindex="-1"
        @click="draft.freight.splice(i, 1)"
      />
      <div v-if="more" class="more">
        <v-text-field
          v-model="line.length"
          label="Length of one"
          :hint="shownBack.length(line.length)"
          persistent-hint
          :error-messages="problems[`/freight/${i}/length_in`]"
        />
        <size-field
          v-model="line.width"
          label="Width of one"
          :error-messages="problems[`/freight/${i}/width_in`]"
        />
        <size-field
          v-model="line.height"
          label="Height of one"
          :error-messages="problems[`/freight/${i}/height_in`]"
        />
        <v-text-field
          v-model="line.volume"
          label="Cubic feet"
          :hint="shownBack.volume(line.volume)"
          persistent-hint
          :error-messages="problems[`/freight/${i}/volume_cuft`]"
        />
        <v-checkbox v-model="line.stackable" label="They may be stacked" />
        <v-text-field v-model="line.hazmat" label="Hazmat class" />
        <v-text-field v-model="line.serial" label="Serial number" />
        <p v-if="line.length && !line.width" class="quiet small all">
          A length without a width is deck that all of them take together.
        </p>
      </div>
    </div>
    <div class="row wrap">
      <v-btn variant="text" size="small" :prepend-icon="mdiPlus" @click="draft.freight.push(emptyFreight())"
        >Freight line</v-btn
      >
      <v-btn variant="text" size="small" @click="more = !more">{{
        more ? 'Without sizes' : 'Sizes, hazmat, serial number'
      }}</v-btn>
    </div>
    <div class="row wrap options">
      <v-checkbox
        :model-value="draft.size === 'partial'"
        label="Partial"
        @update:model-value="draft.size = $event ? 'partial' : 'full'"
      />
      <v-checkbox v-model="draft.tarps" label="Tarps" />
      <v-checkbox v-model="draft.team" label="Team needed" />
      <v-select v-model="draft.trailer" class="trailer" label="Trailer" clearable :items="TRAILERS" />
      <v-text-field
        v-model="draft.low"
        class="degrees"
        label="Lowest °F"
        :hint="shownBack.degrees(draft.low)"
        persistent-hint
        :error-messages="problems['/temperature_low_f']"
      />
      <v-text-field
        v-model="draft.high"
        class="degrees"
        label="Highest °F"
        :hint="shownBack.degrees(draft.high)"
        persistent-hint
        :error-messages="problems['/temperature_high_f']"
      />
    </div>
    <div class="two mt-2">
      <v-textarea
        v-model="draft.driverNotes"
        label="Notes for the driver"
        rows="2"
        :error-messages="problems['/driver_notes']"
      />
      <v-textarea
        v-model="draft.notes"
        label="Notes for dispatch"
        rows="2"
        :error-messages="problems['/notes']"
      />
    </div>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.line {
  display: grid;
  grid-template-columns: minmax(10rem, 2fr) 6rem 8rem 9rem 32px;
  gap: 0.4rem 0.5rem;
  margin-bottom: 0.5rem;
  align-items: start;
}
.more {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 0.5rem;
  align-items: start;
}
.all {
  grid-column: 1 / -1;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.5rem;
}
.wrap {
  flex-wrap: wrap;
}
.options {
  gap: 0.3rem 1rem;
  margin-top: 0.3rem;
  align-items: start;
}
.degrees {
  max-width: 8rem;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: 1fr 1fr;
  }
  .more {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
