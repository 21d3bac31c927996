<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref } from 'vue'

/** Takes photos and PDFs: dragged onto it, pasted while it or nothing else is being typed in, or chosen. */
const { label, busy = false } = defineProps<{ label: string; busy?: boolean }>()
const emit = defineEmits<{ files: [files: File[]] }>()
const over = ref(false)
const take = (list: FileList | null | undefined) => {
  const files = [...(list ?? [])]
  if (files.length) emit('files', files)
}
function drop(event: DragEvent) {
  over.value = false
  take(event.dataTransfer?.files)
}
function choose(event: Event) {
  const input = event.target as HTMLInputElement
  take(input.files)
  input.value = ''
}
/** A paste into a field is that field's. */
function paste(event: ClipboardEvent) {
  const target = event.target as HTMLElement | null
  if (target?.closest('input:not([type=file]), textarea, [contenteditable=true]')) return
  take(event.clipboardData?.files)
}
onMounted(() => document.addEventListener('paste', paste))
onBeforeUnmount(() => document.removeEventListener('paste', paste))
</script>

<template>
  <label
    class="drop"
    :class="{ over, busy }"
    @dragover.prevent="over = true"
    @dragleave="over = false"
    @drop.prevent="drop"
  >
    <span>{{ busy ? 'On its way…' : label }}</span>
    <input
      type="file"
      multiple
      :disabled="busy"
      accept="image/jpeg,image/png,image/webp,image/heic,application/pdf"
      @change="choose"
    />
  </label>
</template>

<style scoped>
.drop {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0.4rem 0.8rem;
  border: 1.5px dashed rgb(var(--v-theme-line));
  border-radius: 4px;
  cursor: pointer;
}
.drop:hover,
.drop:focus-within,
.drop.over {
  border-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface-variant), 0.5);
}
.drop.busy {
  opacity: 0.6;
}
.drop input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
</style>
