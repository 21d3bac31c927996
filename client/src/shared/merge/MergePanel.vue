<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { usual, type Difference } from './merge'

/** Somebody else has changed it since: every field that differs, each to be chosen, and saved as chosen. */
const {
  found,
  message,
  label,
  shown = (value: unknown) => String(value ?? ''),
  busy = false,
} = defineProps<{
  found: Difference[]
  message: string
  label: (path: Difference['path']) => string
  shown?: (value: unknown, path: Difference['path']) => string
  busy?: boolean
}>()
const emit = defineEmits<{ save: [choices: ('mine' | 'theirs')[]]; theirs: [] }>()
const choices = ref<('mine' | 'theirs')[]>([])
watch(
  () => found,
  now => (choices.value = now.map(usual)),
  { immediate: true },
)
// The button that was pressed may be far from it.
const panel = ref<HTMLElement>()
onMounted(() => panel.value?.scrollIntoView?.({ block: 'nearest' }))
const SIDES = ['mine', 'theirs'] as const
const BY = { both: 'both of you changed it', them: 'they changed it', me: 'you changed it' }
</script>

<template>
  <section ref="panel" class="merge" role="alert" aria-label="Changed by both">
    <p>
      <strong>{{ message }}</strong>
    </p>
    <p v-if="!found.length" class="small">What you typed and what they saved are the same.</p>
    <table v-else class="ledger small">
      <thead>
        <tr>
          <th>Field</th>
          <th>Mine</th>
          <th>Theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, i) in found" :key="one.path.join('/')">
          <td>
            {{ label(one.path) }} <span class="quiet">{{ BY[one.changedBy] }}</span>
          </td>
          <td v-for="side in SIDES" :key="side">
            <label class="side"
              ><input v-model="choices[i]" type="radio" :name="`merge ${one.path.join('/')}`" :value="side" />
              <span class="whose quiet">{{ side }}</span>
              <span class="value">{{ shown(one[side], one.path) || 'nothing' }}</span></label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <div class="row acts">
      <v-btn color="primary" :loading="busy" @click="emit('save', [...choices])">Save as chosen</v-btn
      ><v-btn variant="tonal" @click="emit('theirs')">Take theirs, lose mine</v-btn>
    </div>
  </section>
</template>

<style scoped>
.merge {
  padding: 0.8rem;
  border-left: 4px solid rgb(var(--v-theme-late));
  background: rgb(var(--v-theme-late), 0.06);
}
.side {
  display: flex;
  gap: 0.4rem;
  align-items: baseline;
  cursor: pointer;
  min-height: 24px;
}
.value {
  overflow-wrap: anywhere;
}
/* Beside each other the columns are named; below each other each is. */
.whose {
  display: none;
}
@media (max-width: 700px) {
  .whose {
    display: inline;
    min-width: 3rem;
  }
}
.acts {
  margin-top: 0.6rem;
  flex-wrap: wrap;
}
</style>
