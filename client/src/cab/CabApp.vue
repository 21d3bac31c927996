<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useProblem } from './useProblem'
import { useI18n } from 'vue-i18n'
import HoursTab from './HoursTab.vue'
import MessagesTab from './MessagesTab.vue'
import PayTab from './PayTab.vue'
import PinPage from './PinPage.vue'
import { showWindow } from '@/shared/time'
import { usePosition } from './position'
import SettingsTab from './SettingsTab.vue'
import TripView from './TripView.vue'
import { useCab } from './useCab'
import WorkTab from './WorkTab.vue'

const { t } = useI18n()
const sayProblem = useProblem()
const cab = useCab()
const TABS = ['trip', 'work', 'messages', 'hours', 'pay'] as const
type Tab = (typeof TABS)[number] | 'settings'
/** Who drives for a partner has hours and pay of his own. */
const tabs = computed(() =>
  cab.cab.value?.partner ? TABS.filter(name => name !== 'hours' && name !== 'pay') : TABS,
)
const tab = ref<Tab>('trip')
/** The trip that he asked to see instead of the first. */
const picked = ref<number>()
const current = computed(() => cab.trips.value.find(({ id }) => id === picked.value) ?? cab.trips.value[0])
const next = computed(() =>
  current.value?.status === 'delivered'
    ? cab.trips.value.find(({ status, ended }) => !ended && status !== 'delivered')
    : undefined,
)
const justDone = computed(() =>
  picked.value && cab.trips.value[0]?.status === 'delivered' && current.value !== cab.trips.value[0]
    ? cab.trips.value[0]
    : undefined,
)
const show = (id: number | undefined) => {
  picked.value = id
  window.scrollTo(0, 0)
}
const rolling = computed(() => cab.trips.value.some(({ status }) => status === 'rolling'))
const unread = computed(() => cab.cab.value?.messages.unread ?? 0)
usePosition(
  computed(() => !!cab.cab.value?.settings.consent && rolling.value && !cab.locked.value),
  cab.place,
  cab.headers,
)

const LOOK = 'crew-ledger-cab-look'
const look = ref(localStorage.getItem(LOOK) ?? '')
watch(
  look,
  value => {
    if (value) document.documentElement.dataset.look = value
    else delete document.documentElement.dataset.look
    localStorage.setItem(LOOK, value)
  },
  { immediate: true },
)
const go = (to: Tab) => {
  tab.value = to
  window.scrollTo(0, 0)
}
</script>

<template>
  <div class="phone">
    <header>
      <strong>{{ cab.cab.value?.company ?? 'Crew Ledger' }}</strong><button
        type="button"
        class="who"
        :aria-label="`${cab.cab.value?.driver ?? ''} ${t('tabs.settings')}`.trim()"
        :aria-current="tab === 'settings'"
        @click="go(tab === 'settings' ? 'trip' : 'settings')"
      >
        {{ cab.cab.value?.driver ?? '' }}
        <svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true">
          <path d="M4 7h16M4 12h16M4 17h16" stroke="currentColor" stroke-width="2.4" stroke-linecap="round" />
        </svg>
      </button>
    </header>

    <main class="stack">
      <p v-if="cab.queue.value.length" class="note" role="status">
        {{ t(cab.offline.value ? 'queue.offline' : 'queue.waiting', { n: cab.queue.value.length })
        }}<span class="little quiet list">{{ cab.queue.value.map(({ label }) => label).join(' • ') }}</span>
      </p>
      <p v-else-if="cab.offline.value" class="note" role="status">{{ t('queue.none') }}</p>
      <p v-if="cab.clockOff.value && cab.clockOff.value < 1440" class="note little">
        {{ t('queue.clock', { minutes: cab.clockOff.value }) }}
      </p>
      <div v-for="one in cab.refused.value" :key="one.key" class="trouble stack" role="alert">
        <p>
          <strong>{{ t('queue.refused') }}</strong> {{ one.label }}. {{ sayProblem(one.refused) }}
        </p>
        <p class="two">
          <button type="button" class="press small" @click="cab.again(one.key)">
            {{ t('queue.again') }}</button><button
            type="button"
            class="press small"
            @click="cab.drop(one.key)"
          >
            {{ t('queue.drop') }}
          </button>
        </p>
      </div>
      <p v-if="cab.problem.value && !cab.locked.value" class="trouble" role="alert">
        {{ sayProblem(cab.problem.value) }}
      </p>

      <p v-if="cab.over.value" class="trouble" role="alert">
        {{ t(cab.cab.value || cab.headers().Authorization !== 'Bearer ' ? 'link.over' : 'link.missing') }}
      </p>
      <pin-page v-else-if="cab.locked.value" :problem="cab.problem.value" @open="cab.unlock" />
      <template v-else-if="cab.cab.value">
        <h1 v-if="tab !== 'trip' || !current" class="sr-only">{{ t(`tabs.${tab}`) }}</h1>
        <template v-if="tab === 'trip'">
          <button v-if="justDone" type="button" class="card row" @click="show(undefined)">
            {{ t('trip.toDone', { number: justDone.number }) }}
          </button>
          <trip-view v-if="current" :key="current.id" :trip="current" :cab="cab" :under-way="rolling" />
          <button v-if="next" type="button" class="card row" @click="show(next.id)">
            <span class="spread"
              ><strong>{{ t('trip.next') }}: {{ next.stops[0]?.town }} → {{ next.stops.at(-1)?.town }}</strong
              ><span class="quiet little">{{ next.number }}</span></span
            ><span class="little">{{
              next.stops[0] ? showWindow(next.stops[0].from, next.stops[0].to, next.stops[0].zone) : ''
            }}</span>
          </button>
          <p v-else-if="!current" class="empty">{{ t('trip.none') }}</p>
          <p v-if="rolling && cab.cab.value.settings.consent" class="little quiet center">
            {{ t('settings.positionOn') }}
          </p>
        </template>
        <work-tab v-else-if="tab === 'work'" :cab="cab" :under-way="rolling" />
        <messages-tab v-else-if="tab === 'messages'" :cab="cab" />
        <hours-tab v-else-if="tab === 'hours'" :cab="cab" />
        <pay-tab v-else-if="tab === 'pay'" :cab="cab" />
        <settings-tab v-else v-model:look="look" :cab="cab" />
      </template>
    </main>

    <nav v-if="cab.cab.value && !cab.locked.value" aria-label="Crew Ledger">
      <button
        v-for="name in tabs"
        :key="name"
        type="button"
        :aria-current="tab === name ? 'page' : undefined"
        @click="go(name)"
      >
        {{ t(`tabs.${name}`) }}<span v-if="name === 'messages' && unread" class="count">{{ unread }}</span>
      </button>
    </nav>
  </div>
</template>

<style scoped>
.phone {
  max-width: 34rem;
  margin: 0 auto;
  min-height: 100vh;
  min-height: 100dvh;
  display: grid;
  grid-template-rows: auto 1fr auto;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.6rem;
  padding: 0.35rem 0.9rem;
}
.who {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 44px;
  background: none;
  border: 0;
  padding: 0.2rem;
  cursor: pointer;
}
main {
  padding: 0.2rem 0.9rem 1.2rem;
  align-content: start;
}
.empty {
  padding: 3rem 1rem;
  text-align: center;
}
.center {
  text-align: center;
}
.list {
  display: block;
}
nav {
  position: sticky;
  bottom: 0;
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  background: var(--surface);
  border-top: 1px solid var(--line);
  padding-bottom: env(safe-area-inset-bottom);
}
nav button {
  position: relative;
  min-height: 58px;
  border: 0;
  border-top: 4px solid transparent;
  background: none;
  font-size: 0.88rem;
  cursor: pointer;
  padding: 0 0.1rem;
}
nav button[aria-current] {
  font-weight: 700;
  border-top-color: var(--accent);
}
.count {
  display: inline-block;
  min-width: 1.3rem;
  margin-left: 0.2rem;
  padding: 0 0.3rem;
  border-radius: 1rem;
  background: var(--accent);
  color: var(--on-accent);
  font-weight: 700;
  font-size: 0.8rem;
}
</style>
