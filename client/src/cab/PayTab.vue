<script setup lang="ts">
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import type { Schemas } from '@/shared/api'
import type { Cab } from './useCab'

const { cab } = defineProps<{ cab: Cab }>()
const { t, locale } = useI18n()
const open = ref<Schemas['Statement']>()
const rows = computed(() => cab.cab.value?.pay ?? [])
const day = (text: string) => new Date(`${text}T12:00:00Z`).toLocaleDateString(locale.value === 'es' ? 'es-US' : 'en-US', { timeZone: 'UTC', month: 'short', day: 'numeric' })
const dollars = (text: string) => Number(text).toLocaleString('en-US', { style: 'currency', currency: 'USD' })
async function look(id: number) { open.value = await cab.statement(id) }
</script>

<template>
  <template v-if="open">
    <section class="card">
      <h2>{{ t('pay.week', { from: day(open.from), to: day(open.to) }) }}</h2>
      <ul class="lines little"><li v-for="(line, i) in open.lines" :key="i" class="spread"><span>{{ line.label }}<span class="quiet">{{ line.quantity ? ` ${line.quantity}${line.rate ? ` × ${line.rate}` : ''}` : '' }}{{ line.route ? `, ${line.route}` : '' }}</span></span><span class="figure">{{ dollars(line.amount) }}</span></li></ul>
      <p class="spread"><span>{{ t('pay.gross') }}</span><span class="figure">{{ dollars(open.gross) }}</span></p><p class="spread big"><strong>{{ t('pay.net') }}</strong><strong class="figure">{{ dollars(open.net) }}</strong></p>
      <button type="button" class="press" @click="open = undefined">{{ t('pay.close') }}</button>
    </section>
  </template>
  <template v-else>
    <h2>{{ t('pay.title') }}</h2>
    <p v-if="!rows.length" class="quiet">{{ t('pay.none') }}</p>
    <button v-for="row in rows" :key="row.id" type="button" class="card row" @click="look(row.id)"><span class="spread"><strong>{{ t('pay.week', { from: day(row.from), to: day(row.to) }) }}</strong><strong class="figure">{{ dollars(row.net) }}</strong></span><span class="spread little quiet"><span>{{ t('pay.gross') }} {{ dollars(row.gross) }}</span><span v-if="row.state === 'draft'">{{ t('pay.open') }}</span></span></button>
  </template>
</template>

<style scoped>
.row { text-align: left; cursor: pointer; gap: .15rem; width: 100%; min-height: 64px; } .lines { display: grid; gap: .35rem; } .lines .spread { flex-wrap: nowrap; } .big { font-size: 1.15rem; }
</style>
