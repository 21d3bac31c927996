<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import type { Schemas } from '@/shared/api'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import { wishWords } from './watchWords'

/** The searches that run by themselves: one’s own, or everybody’s. */
const { watches, busy, mayWatch } = defineProps<{
  watches: readonly Schemas['Watch'][] | undefined
  busy: boolean
  mayWatch: boolean
}>()
const all = defineModel<boolean>('all', { required: true })
const emit = defineEmits<{ end: [watch: Schemas['Watch']]; take: [watch: Schemas['Watch']] }>()
const session = useSession()
const sound = useStorage('crew-ledger-watch-sound', true)
</script>

<template>
  <section class="panel" aria-label="Running watches">
    <header class="spread pad">
      <h2>Running</h2>
      <span class="row"
        ><v-checkbox v-model="all" label="Everybody’s" /><v-checkbox v-model="sound" label="Sound"
      /></span>
    </header>
    <p v-if="watches && !watches.length" class="pad quiet">None.</p>
    <ul v-else class="running">
      <li v-for="watch in watches" :key="watch.id">
        <div class="spread">
          <strong>{{ watch.driver }}</strong><span class="small quiet"
            >{{ watch.found }} found, <strong v-if="watch.unseen">{{ watch.unseen }} unseen</strong
            ><template v-else>none unseen</template>, {{ watch.went_by }} went by</span
          >
        </div>
        <p class="small quiet line">{{ wishWords(watch, session.zone) }}</p>
        <p class="small line">
          {{ watch.mine ? 'Yours' : watch.who
          }}{{ watch.until ? `, until ${showTime(watch.until, session.zone)}` : '' }}
          <span v-if="mayWatch" class="acts"
            ><v-btn
              v-if="!watch.mine"
              size="small"
              variant="text"
              :disabled="busy"
              :aria-label="`Take over ${watch.driver}’s watch`"
              @click="emit('take', watch)"
              >Take over</v-btn
            ><v-btn
              size="small"
              variant="text"
              :disabled="busy"
              :aria-label="`End ${watch.driver}’s watch`"
              @click="emit('end', watch)"
              >End</v-btn
            ></span
          >
        </p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.85rem;
  margin: 0;
}
.running {
  list-style: none;
  margin: 0;
  padding: 0;
}
.running > li {
  padding: 0.5rem 0.85rem;
  border-top: 1px solid rgb(var(--v-theme-line));
}
.line {
  margin: 0.1rem 0;
}
.acts {
  float: right;
}
</style>
