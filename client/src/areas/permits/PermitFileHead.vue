<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showTime } from '@/shared/time'

/** What a permit file is for, what it lacks, and sending it. */
const { file } = defineProps<{
  file: Schemas['PermitFile']
  clerk: boolean
  mayChange: boolean
  busy: boolean
}>()
defineEmits<{ copy: []; remake: []; attest: []; apply: []; askAnew: []; letGo: [] }>()
const behind = computed(() => file.permits.filter(({ asked_less }) => asked_less).length)
const toSend = computed(() => file.permits.filter(({ sendable }) => sendable).length)
/** Something is in the way of its going, and nobody has decided that it goes all the same. */
const WAITS = ['sent', 'review', 'asked', 'refused']
const mayLetGo = computed(
  () => file.gaps.length > 0 || file.permits.some(({ status }) => WAITS.includes(status)),
)
</script>

<template>
  <header class="panel pad">
    <div class="spread wrap">
      <h1>
        Permits for <router-link :to="`/freight/${file.load_id}`">{{ file.load }}</router-link>{{ ' ' }}
        <span class="route">{{ file.way }}</span>
      </h1>
      <span class="row"
        ><v-btn v-if="mayChange" size="small" variant="text" @click="$emit('copy')">Copy an earlier one</v-btn
        ><strong class="total">{{ showDollars(file.total_fee) }} in fees</strong></span
      >
    </div>
    <ul v-if="file.missing.length" class="missing" aria-label="Missing">
      <li v-for="one in file.missing" :key="one">{{ one }}</li>
    </ul>
    <ul v-if="file.gaps.length" class="missing short" aria-label="Permits that do not cover it">
      <li v-for="one in file.gaps" :key="one">{{ one }}</li>
    </ul>
    <p v-if="file.let_go" class="small">
      <strong>{{ file.let_go.by }} lets it go</strong> ({{ showTime(file.let_go.at, file.zone ?? 'UTC') }}:
      {{ file.let_go.why }}) with: {{ file.let_go.gaps.join(' ') }}
    </p>
    <p v-if="file.attested_by && file.attested_at" class="small quiet">
      Attested by {{ file.attested_by }}, {{ showTime(file.attested_at, file.zone ?? 'UTC') }}: size, weight
      and facts are right, and no piece makes it larger than the largest does.
    </p>
    <slot />
    <v-btn
      v-if="mayChange && file.outdated"
      class="mt-2"
      color="primary"
      :loading="busy"
      @click="$emit('remake')"
      >Make the route anew</v-btn
    >
    <div v-if="clerk" class="row mt-2 wrap">
      <v-btn v-if="!file.attested_at" color="primary" :loading="busy" @click="$emit('attest')"
        >Attest that all is right</v-btn
      >
      <v-btn
        v-if="toSend"
        :color="file.attested_at ? 'primary' : undefined"
        :variant="file.attested_at ? 'flat' : 'tonal'"
        :disabled="!file.attested_at"
        :loading="busy"
        @click="$emit('apply')"
        >Send {{ toSend === 1 ? 'it to its office' : `all ${toSend} to their offices` }}</v-btn
      >
      <v-btn
        v-if="behind"
        color="primary"
        :disabled="!file.attested_at"
        :loading="busy"
        title="What is under way is taken back; what is issued is amended where its state lets it, else given up"
        @click="$emit('askAnew')"
        >{{ behind === 1 ? 'Ask its office anew' : `Ask ${behind} offices anew` }}</v-btn
      >
      <v-btn v-if="mayLetGo" variant="text" :loading="busy" @click="$emit('letGo')"
        >Let it go all the same</v-btn
      >
    </div>
  </header>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.route {
  font-weight: 400;
  font-size: 1.1rem;
  margin-left: 0.4rem;
}
.total {
  font-size: 1.1rem;
}
.missing {
  margin: 0.5rem 0 0;
  padding: 0.4rem 0.7rem 0.4rem 1.6rem;
  background: rgb(var(--v-theme-tight), 0.14);
  border-left: 4px solid rgb(var(--v-theme-tight));
}
.missing.short {
  background: rgb(var(--v-theme-late), 0.1);
  border-left-color: rgb(var(--v-theme-late));
}
</style>
