<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/shared/api'
import DutyRibbon from '@/shared/ribbon/DutyRibbon.vue'
import DutyRuler from '@/shared/ribbon/DutyRuler.vue'
import { scaleFor } from '@/shared/ribbon/scale'
import { showTime } from '@/shared/time'

/** When the load may move, over when its driver may: both on one ruler. */
const { file } = defineProps<{ file: Schemas['PermitFile'] }>()
const DAYS = 4
const strip = ref<HTMLElement>()
const { width } = useElementSize(strip)
const now = computed(() => Date.parse(file.as_of ?? ''))
const zone = computed(() => file.zone ?? 'UTC')
const end = computed(() => Math.max(Date.parse(file.plan?.finish_at ?? '') || 0, (Date.parse(file.windows[0]?.from ?? '') || now.value) + DAYS * 86_400_000))
const scale = computed(() => scaleFor([now.value - 6 * 3_600_000, end.value], Math.max(width.value, 100), zone.value))
const open = computed(() => file.windows.map(({ from, to }) => ({ from: Date.parse(from), to: Date.parse(to), text: `${showTime(from, zone.value, { letters: false })} to ${showTime(to, zone.value)}` })).filter(({ from }) => from < scale.value.to))
const next = computed(() => file.windows.slice(0, 3))
</script>

<template>
  <section class="panel pad" aria-label="When it may move">
    <div class="spread"><h2>When it may move</h2><span v-if="file.plan?.finish_at" class="small">delivered {{ showTime(file.plan.finish_at, zone) }}</span></div>
    <p v-if="!file.windows.length" class="quiet">In the coming days there is no hour in which every state on the way lets it move.</p>
    <template v-else>
      <p class="small mb-1">{{ next.map(({ from, to }) => `${showTime(from, zone, { letters: false })} to ${showTime(to, zone, { day: false })}`).join(' • ') }}</p>
      <div ref="strip" class="strip"><duty-ruler :scale="scale" :now="now" />
        <p class="small quiet whose">The load, in every state at once</p>
        <svg :width="scale.x(scale.to)" height="18" aria-hidden="true" class="may"><rect v-for="one in open" :key="one.from" :x="scale.x(one.from)" y="2" :width="Math.max(scale.x(Math.min(one.to, scale.to)) - scale.x(one.from), 1)" height="14"><title>may move {{ one.text }}</title></rect></svg>
        <template v-if="file.plan"><p class="small quiet whose">The driver, within that</p><duty-ribbon :recorded="[]" :planned="file.plan.pieces" :left="0" :now="now" :scale="scale" :zone="zone" :height="28" /></template>
      </div>
      <p v-if="file.plan" class="small mt-1">{{ file.plan.text }}</p><p v-else class="small quiet mt-1">With a crew on the load, its hours of service show below.</p>
    </template>
  </section>
</template>

<style scoped>
.pad { padding: .7rem .9rem; } .strip { overflow: hidden; } .whose { line-height: 1.3; margin: .15rem 0 0; } svg { display: block; }
.may rect { fill: rgb(var(--v-theme-fits), .45); stroke: rgb(var(--v-theme-fits)); }
</style>
