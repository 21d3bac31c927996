<script setup lang="ts">
/** A page before anybody is in: one card in the middle. */
const { wide = false } = defineProps<{ wide?: boolean }>()
</script>

<template>
  <main class="door">
    <div class="panel card stack" :class="{ wide }"><slot /></div>
  </main>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  place-items: center;
  padding: 1rem;
}
.card {
  width: min(24rem, 100%);
  padding: 1.75rem;
  gap: 1rem;
}
.wide {
  width: min(28rem, 100%);
}
</style>
