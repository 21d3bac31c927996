<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask, type Schemas } from '@/shared/api'
import LookupField from '@/shared/typed/LookupField.vue'
import type { Found } from '@/shared/typed/useLookup'

/** Tractors of the same sizes that may pull it as well: from Fleet, or one that is not ours by its plate. */
const { file, mayChange, busy } = defineProps<{
  file: Schemas['PermitFile']
  mayChange: boolean
  busy: boolean
}>()
const emit = defineEmits<{ save: [spares: Spare[]] }>()
type Spare = Schemas['SpareTractors'][number]
type Own = Found & { unit: Spare }
const own = ref<Own | null>(null)
const typed = ref('')
const stranger = ref(false)
const plate = ref('')
const state = ref('')
const spares = computed(() => file.spare_tractors ?? [])
async function look(q: string): Promise<Own[]> {
  const { data } = await ask(api.GET('/api/units', { params: { query: { q } } }))
  return (data?.rows ?? [])
    .filter(
      one =>
        one.kind === 'tractor' &&
        !one.retired &&
        one.plate &&
        one.number !== file.tractor &&
        !spares.value.some(({ number }) => number === one.number),
    )
    .map(one => ({
      key: one.number,
      title: one.number,
      subtitle: `${one.plate_state} ${one.plate}`,
      unit: { number: one.number, plate: one.plate!, plate_state: one.plate_state!, vin: one.vin ?? '' },
    }))
}
const read = computed<Spare | undefined>(() => {
  if (own.value) return own.value.unit
  const [number, plates, from] = [typed.value, plate.value, state.value].map(text => text.trim())
  return stranger.value && number && plates && /^[A-Za-z]{2}$/.test(from!)
    ? { number, plate: plates.toUpperCase(), plate_state: from!.toUpperCase(), vin: '' }
    : undefined
})
function add() {
  if (!read.value) return
  emit('save', [...spares.value, read.value])
  own.value = null
  typed.value = plate.value = state.value = ''
  stranger.value = false
}
const drop = (spare: Spare) =>
  emit(
    'save',
    spares.value.filter(one => one !== spare),
  )
</script>

<template>
  <div>
    <ul v-if="spares.length" aria-label="May pull it as well">
      <li v-for="spare in spares" :key="spare.number">
        or {{ spare.number }} <span class="quiet">{{ spare.plate_state }} {{ spare.plate }}</span
        ><v-btn
          v-if="mayChange"
          :icon="mdiClose"
          size="x-small"
          variant="text"
          :aria-label="`Take out ${spare.number}`"
          :disabled="busy"
          @click="drop(spare)"
        />
      </li>
    </ul>
    <form v-if="mayChange" class="add" @submit.prevent="add">
      <v-text-field v-if="stranger" v-model="typed" label="Its number or name" /><lookup-field
        v-else
        v-model="own"
        v-model:typed="typed"
        label="Another tractor of these sizes"
        :look="look"
        :least="1"
        ask="Its number in Fleet"
        hint="or say its plate"
      />
      <template v-if="stranger"
        ><v-text-field v-model="plate" label="Plate" /><v-text-field
          v-model="state"
          label="State"
          maxlength="2"
      /></template>
      <span class="row"
        ><v-btn type="submit" size="small" variant="tonal" :disabled="!read" :loading="busy">Add</v-btn
        ><v-btn size="small" variant="text" @click="stranger = !stranger">{{
          stranger ? 'One of ours' : 'Not one of ours'
        }}</v-btn></span
      >
    </form>
  </div>
</template>

<style scoped>
ul {
  padding-left: 1rem;
}
.add {
  display: grid;
  gap: 0.35rem;
  margin-top: 0.25rem;
}
</style>
