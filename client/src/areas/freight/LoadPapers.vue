<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type Schemas } from '@/shared/api'
import { bytes } from '@/shared/bytes'
import DropFiles from '@/shared/DropFiles.vue'
import { PAPERS } from '@/shared/statuses'
import { useAct } from '@/shared/useAct'

/** The papers that have come in of a load, as pictures where they are any; more of them from the office. */
const { load, files } = defineProps<{ load: Schemas['Load']; files: boolean }>()
const emit = defineEmits<{ changed: [load: Schemas['Load']] }>()
type Kind = Schemas['PaperKind']
const KINDS: Kind[] = [
  'pod',
  'bol',
  'rate_confirmation',
  'lumper_receipt',
  'scale_ticket',
  'temperature_record',
  'damage',
  'photo',
  'permit',
  'other',
]
const kind = ref<Kind>('pod')
const { busy, trouble, act } = useAct<Schemas['Load']>(answer => emit('changed', answer))
const params = computed(() => ({ path: { id: load.id } }))
const wanted = computed(() => load.missing.some(({ code }) => code === 'papers'))
const asked = ref(false)
/** One after the other: each is an act of its own. */
async function file(list: File[]) {
  for (const one of list) {
    const done = await act(key =>
      api.POST('/api/loads/{id}/papers', {
        params: { ...params.value, query: { key, kind: kind.value } },
        ...bytes(one),
      }),
    )
    if (!done) return
  }
}
async function ask() {
  asked.value = await act(key =>
    api.POST('/api/loads/{id}/ask-papers', { params: params.value, body: { key } }),
  )
}
</script>

<template>
  <section v-if="files || load.papers.length" class="panel pad" aria-label="Papers">
    <div class="spread wrap">
      <h2>Papers</h2>
      <span v-if="files && wanted" class="row">
        <span v-if="asked" class="small" role="status">The driver is asked.</span
        ><v-btn v-else size="small" variant="tonal" :disabled="busy" @click="ask">Ask the driver</v-btn>
      </span>
    </div>
    <ul v-if="load.papers.length" class="papers">
      <li v-for="paper in load.papers" :key="paper.id">
        <a :href="`/api/papers/${paper.id}`" target="_blank" rel="noopener">
          <img
            v-if="paper.content_type.startsWith('image/')"
            :src="`/api/papers/${paper.id}`"
            :alt="`Picture of it: ${PAPERS[paper.kind] ?? paper.kind}`"
            loading="lazy"
          />
          <span :class="{ void: paper.void }">{{ paper.title ?? PAPERS[paper.kind] ?? paper.kind }}</span></a
        ><span class="small quiet by">{{ paper.by }}, {{ Math.ceil(paper.bytes / 1024) }} kB</span>
      </li>
    </ul>
    <div v-if="files" class="row wrap file">
      <v-select
        v-model="kind"
        class="kind"
        label="Paper"
        :items="KINDS.map(value => ({ value, title: PAPERS[value] ?? value }))"
      /><drop-files class="zone" label="Drop, paste or choose a photo or PDF" :busy="busy" @files="file" />
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble.message }}</p>
  </section>
</template>

<style scoped>
.void {
  color: rgb(var(--v-theme-quiet));
  text-decoration: line-through;
}
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.papers {
  list-style: none;
  padding: 0;
  margin: 0.4rem 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
}
.papers .by {
  margin-left: 0.5rem;
}
.papers img {
  display: block;
  height: 7rem;
  border: 1px solid rgb(var(--v-theme-line));
}
.file {
  margin-top: 0.6rem;
  gap: 0.6rem;
}
.kind {
  flex: 0 0 13rem;
}
.zone {
  flex: 1 1 16rem;
}
.trouble {
  color: rgb(var(--v-theme-late));
}
</style>
