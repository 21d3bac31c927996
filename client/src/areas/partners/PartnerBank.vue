<script setup lang="ts">
import { reactive, ref } from 'vue'
import { api } from '@/shared/api'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import type { Partner } from './words'

/** Where a partner's money goes: written down by one clerk, confirmed on the telephone by another. */
const { partner } = defineProps<{ partner: Partner }>()
const emit = defineEmits<{ changed: [partner: Partner] }>()
const session = useSession()
const asking = ref<'account' | 'confirm'>()
const form = reactive({ routing: '', account: '', kind: 'checking' as 'checking' | 'savings' })
const spoke = ref('')
const { busy, trouble, act } = useAct<Partner>(
  kept => {
    emit('changed', kept)
    asking.value = undefined
    Object.assign(form, { routing: '', account: '' })
  },
  () => [{ ...form }, spoke.value, asking.value],
)
const at = (path: string) => (trouble.value?.path === path ? trouble.value.message : undefined)
const params = { path: { id: partner.id } }
const keep = () => void act(key => api.PUT('/api/partners/{id}/bank', { params, body: { key, ...form } }))
const confirm = () =>
  void act(key =>
    api.POST('/api/partners/{id}/bank/confirm', { params, body: { key, spoke_with: spoke.value.trim() } }),
  )
const KINDS = [
  { value: 'checking', title: 'Checking' },
  { value: 'savings', title: 'Savings' },
]
</script>

<template>
  <section class="panel pad stack" aria-label="Bank account">
    <div class="spread">
      <h2>Bank account</h2>
      <v-btn size="small" variant="tonal" @click="asking = asking === 'account' ? undefined : 'account'">{{
        asking === 'account' ? 'Not now' : 'Another account'
      }}</v-btn>
    </div>
    <p v-if="!partner.bank" class="quiet small">None: paid by check.</p>
    <template v-else>
      <p>
        Ends in {{ partner.bank.ends }}, {{ partner.bank.kind }}, written down by
        {{ partner.bank.made_by }} on {{ showTime(partner.bank.made_at, session.zone) }}.
      </p>
      <p v-if="partner.bank.confirmed_by" class="small quiet">
        Confirmed by {{ partner.bank.confirmed_by }}.
      </p>
      <template v-else>
        <p class="small">
          Nothing is paid into it until somebody else has rung them, on a number that was known before.
        </p>
        <v-btn v-if="asking !== 'confirm'" size="small" variant="tonal" @click="asking = 'confirm'"
          >I have rung them</v-btn
        >
      </template>
    </template>
    <form v-if="asking === 'account'" class="grid" aria-label="Account" @submit.prevent="keep">
      <v-text-field
        v-model="form.routing"
        label="Routing number"
        inputmode="numeric"
        autocomplete="off"
        :error-messages="at('/routing')"
      />
      <v-text-field
        v-model="form.account"
        label="Account number"
        autocomplete="off"
        :error-messages="at('/account')"
      />
      <v-select v-model="form.kind" label="Kind" :items="KINDS" />
      <v-btn type="submit" color="primary" :loading="busy">Keep</v-btn>
    </form>
    <form v-if="asking === 'confirm'" class="grid" aria-label="Confirm" @submit.prevent="confirm">
      <v-text-field v-model="spoke" label="With whom did you speak?" :error-messages="at('/spoke_with')" />
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!spoke.trim()">Confirm it</v-btn>
    </form>
    <v-alert v-if="trouble && !['/routing', '/account', '/spoke_with'].includes(trouble.path)" type="error">{{
      trouble.message
    }}</v-alert>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: 0.5rem;
  align-items: start;
}
</style>
