<script setup lang="ts" generic="Name extends string">
import { useKeys } from './keys'

/** The views of an area, one at a time: by mouse, or by their number. What stands beside a name goes in the slot. */
const { views } = defineProps<{ views: readonly (readonly [Name, string])[]; view: Name }>()
const emit = defineEmits<{ choose: [name: Name] }>()
useKeys(views.map(([name, label], i) => ({ key: String(i + 1), label, run: () => emit('choose', name) })))
</script>

<template>
  <div class="views" role="tablist" aria-label="Views">
    <button
      v-for="[name, label] in views"
      :key="name"
      type="button"
      role="tab"
      :aria-selected="view === name"
      @click="emit('choose', name)"
    >
      {{ label }}<slot :name="name" />
    </button>
  </div>
</template>

<style scoped>
.views {
  display: flex;
  flex-wrap: wrap;
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.views button {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  padding: 0.15rem 0.8rem;
  cursor: pointer;
  min-height: 32px;
}
.views button[aria-selected='true'] {
  font-weight: 700;
  border-bottom-color: rgb(var(--v-theme-primary));
}
@media print {
  .views {
    display: none;
  }
}
</style>
