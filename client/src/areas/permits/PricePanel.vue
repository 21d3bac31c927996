<script setup lang="ts">
import { computed, ref } from 'vue'
import { parseDollars } from '@/shared/measure'
import AmountField from '@/shared/typed/AmountField.vue'

/** What the permits cost, put into the load's price line by line; done again, its lines are replaced. */
defineProps<{ busy: boolean }>()
const emit = defineEmits<{
  price: [input: { escort_mile_rate?: string; escort_day_rate?: string; service_fee?: string }]
}>()
const rate = ref('')
const daily = ref('')
const fee = ref('')
const done = ref(false)
const unread = computed(() =>
  [rate, daily, fee].some(({ value }) => value.trim() && parseDollars(value) === undefined),
)
function put() {
  const [escort, day, service] = [rate, daily, fee].map(({ value }) => parseDollars(value))
  emit('price', {
    ...(escort ? { escort_mile_rate: escort } : {}),
    ...(day ? { escort_day_rate: day } : {}),
    ...(service ? { service_fee: service } : {}),
  })
}
defineExpose({
  put: () => {
    done.value = true
  },
})
</script>

<template>
  <form class="price" @submit.prevent="put">
    <amount-field v-model="rate" label="Escort, $ a mile" /><amount-field
      v-model="daily"
      label="Escort, $ a day"
    /><amount-field v-model="fee" label="Our service, $" />
    <v-btn type="submit" variant="tonal" :disabled="unread" :loading="busy">Put fees into the price</v-btn
    ><span v-if="done" class="small" role="status">They are in the load's price.</span>
  </form>
</template>

<style scoped>
.price {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  align-items: center;
  padding: 0.6rem;
}
.price > :deep(.v-input) {
  flex: 0 1 10rem;
}
</style>
