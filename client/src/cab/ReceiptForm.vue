<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { wallAt } from '@/shared/time'
import type { Cab } from './useCab'

/** A receipt handed in: what for, how much, its photo. It waits on the phone until there is a signal. */
const { cab } = defineProps<{ cab: Cab }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n()
const PhotoTool = defineAsyncComponent(() => import('./PhotoTool.vue'))
const KINDS = ['scale', 'toll', 'lumper', 'parking', 'parts', 'washout', 'other'] as const
const today = () => {
  const wall = wallAt(cab.now(), cab.cab.value?.zone ?? 'America/Boise')
  return [wall.year, wall.month, wall.day].map(part => String(part).padStart(2, '0')).join('-')
}
const typed = ref({ kind: 'scale', amount: '', day: today(), note: '' })
const file = ref<File>()
const picture = ref<Blob>()
const amount = computed(() => typed.value.amount.trim().replace(/^\$/, '').replaceAll(',', ''))
const ready = computed(
  () =>
    /^\d{1,4}(\.\d{1,2})?$/.test(amount.value) &&
    Number(amount.value) > 0 &&
    !!typed.value.day &&
    !!picture.value,
)
const tripId = computed(() => cab.trips.value[0]?.id)
function take(event: Event) {
  const input = event.target as HTMLInputElement
  const [first] = input.files ?? []
  if (first?.type.startsWith('image/')) file.value = first
  else if (first) picture.value = first
  input.value = ''
}
function send() {
  if (!ready.value || !picture.value) return
  void cab.receipt(
    {
      kind: typed.value.kind,
      amount: amount.value,
      spent_on: typed.value.day,
      note: typed.value.note.trim(),
      ...(tripId.value ? { trip_id: tripId.value } : {}),
    },
    picture.value,
    `${t(`receipt.of.${typed.value.kind}`)} $${amount.value}`,
  )
  emit('close')
}
</script>

<template>
  <section class="card" :aria-label="t('receipt.add')">
    <photo-tool
      v-if="file"
      :key="file.name"
      :file="file"
      @use="
        one => {
          picture = one
          file = undefined
        }
      "
      @cancel="file = undefined"
    />
    <form v-else class="stack" @submit.prevent="send">
      <div class="two">
        <label class="field"
          >{{ t('receipt.kind')
          }}<select v-model="typed.kind">
            <option v-for="one in KINDS" :key="one" :value="one">{{ t(`receipt.of.${one}`) }}</option>
          </select></label
        ><label class="field"
          >{{ t('receipt.amount') }}<input v-model="typed.amount" inputmode="decimal" autocomplete="off"
        /></label>
      </div>
      <div class="two">
        <label class="field"
          >{{ t('receipt.day') }}<input v-model="typed.day" type="date" :max="today()" /></label
        ><label class="field">{{ t('receipt.note') }}<input v-model="typed.note" maxlength="200" /></label>
      </div>
      <label class="press camera"
        >{{ t('receipt.photo') }}{{ picture ? ' ✓' : ''
        }}<input
          type="file"
          accept="image/*,application/pdf"
          capture="environment"
          class="sr-only"
          @change="take"
      /></label>
      <div class="two">
        <button class="press main" :disabled="!ready">{{ t('receipt.send') }}</button><button
          type="button"
          class="press"
          @click="emit('close')"
        >
          {{ t('pay.close') }}
        </button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.camera:focus-within {
  outline: 3px solid var(--accent);
  outline-offset: 2px;
}
</style>
