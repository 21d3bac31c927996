<script setup lang="ts">
import { ref } from 'vue'
import { api, ask, newKey, type Problem, type Schemas } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'

/** Direct deposit: what the bank's file holds, who gets a prenote first, who has no account. */
const { id, whyNot } = defineProps<{ id: number; whyNot: string | undefined }>()
const {
  data: look,
  problem,
  load,
} = useFetched(
  () => id,
  run => ask<Schemas['Deposit']>(api.GET('/api/pay-runs/{id}/deposit', { params: { path: { id: run } } })),
)
const trouble = ref<Problem>()
async function make() {
  const answer = await ask<Schemas['Deposit']>(
    api.POST('/api/pay-runs/{id}/deposit', { params: { path: { id } }, body: { key: newKey() } }),
  )
  trouble.value = answer.problem
  if (!answer.data?.file) return
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([answer.data.file], { type: 'text/plain' }))
  link.download = `deposit-${id}.ach`
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
  void load()
}
</script>

<template>
  <section class="panel pad" aria-label="Direct deposit">
    <div class="spread wrap">
      <h2>Direct deposit</h2>
      <v-btn
        v-if="look"
        size="small"
        variant="tonal"
        :disabled="!!whyNot || (!look.paid && !look.prenotes)"
        @click="make"
        >File for the bank</v-btn
      >
    </div>
    <v-alert v-if="problem || trouble" type="info" class="mt-1">{{ (trouble ?? problem)?.message }}</v-alert>
    <template v-if="look"
      ><p>
        <strong>{{ showDollars(look.total) }}</strong> to {{ look.paid }}
        {{ look.paid === 1 ? 'account' : 'accounts'
        }}<template v-if="look.prenotes"
          >, and {{ look.prenotes }} {{ look.prenotes === 1 ? 'account is' : 'accounts are' }} proven first,
          by an entry of nothing</template
        >.
      </p>
      <p v-if="look.without.length" class="small quiet">
        No account: {{ look.without.join(', ') }}.
      </p></template
    >
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
</style>
