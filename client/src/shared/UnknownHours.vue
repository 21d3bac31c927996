<script setup lang="ts">
/** Where the hours of a crew are recorded or taken in, beside what says that nobody knows them. */
defineProps<{ drivers: number[] }>()
</script>

<template>
  <span
    ><template v-for="(id, i) in drivers" :key="id"
      ><router-link :to="`/hours/${id}`">{{
        i ? 'and of the other driver' : 'Record the hours, or take in a device file'
      }}</router-link
      >{{ ' ' }}</template
    ></span
  >
</template>
