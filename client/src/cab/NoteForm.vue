<script setup lang="ts">
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'

/** A note for dispatch, or, marked so, one that the customer will read; or why a trip is declined. */
const { declining } = defineProps<{ declining: boolean }>()
const emit = defineEmits<{ say: [kind: 'declined' | 'note' | 'customer_note', text: string]; back: [] }>()
const { t } = useI18n()
const text = ref('')
const customer = ref(false)
</script>

<template>
  <form
    class="card"
    @submit.prevent="emit('say', declining ? 'declined' : customer ? 'customer_note' : 'note', text.trim())"
  >
    <div v-if="!declining" class="two" role="radiogroup" :aria-label="t('trip.note')">
      <button
        v-for="one in [false, true]"
        :key="String(one)"
        type="button"
        role="radio"
        class="press small"
        :class="{ main: customer === one }"
        :aria-checked="customer === one"
        @click="customer = one"
      >
        {{ t(one ? 'trip.noteCustomer' : 'trip.noteDispatch') }}
      </button>
    </div>
    <label class="field"
      >{{ t(declining ? 'trip.whyNot' : 'trip.noteText') }}<textarea v-model="text" rows="3" autofocus />
    </label>
    <div class="two">
      <button type="button" class="press" @click="emit('back')">{{ t('trip.back') }}</button><button
        class="press main"
        :disabled="!text.trim()"
      >
        {{ t(declining ? 'trip.declineIt' : 'trip.send') }}
      </button>
    </div>
  </form>
</template>
