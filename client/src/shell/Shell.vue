<script setup lang="ts">
import { mdiKeyboardOutline, mdiThemeLightDark } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { live } from '@/shared/live'
import { reachable } from '@/shared/api'
import { announced } from '@/shared/announce'
import { useKeys } from '@/shared/keys'
import { useSession } from '@/shared/session'
import KeyQuestion from './KeyQuestion.vue'
import KeysDialog from './KeysDialog.vue'
import PasswordDialog from './PasswordDialog.vue'
import SearchBox from './SearchBox.vue'
import SignInAgain from './SignInAgain.vue'
import { useUnread, useUnseen } from './unread'

const emit = defineEmits<{ theme: [] }>()
const router = useRouter()
const session = useSession()
const showKeys = ref(false)
const changePassword = ref(false)
const search = ref<InstanceType<typeof SearchBox>>()

const unread = useUnread()
const unseen = useUnseen()
/** What waits in an area: how much, and of what. */
const waits = computed(
  () =>
    ({ Road: [unread.value, 'unread'], Market: [unseen.value, 'found'] }) as Record<
      string,
      [number, string] | undefined
    >,
)
const pays = session.has('settlement_clerk', 'administrator')
const bills = session.has('settlement_clerk', 'dispatcher')
const areas = computed(() => [
  { name: 'Today', to: '/today', key: 'g t' },
  { name: 'Freight', to: '/freight', key: 'g f' },
  { name: 'Match', to: '/match', key: 'g m' },
  { name: 'Market', to: '/market', key: 'g k' },
  { name: 'Road', to: '/road', key: 'g r' },
  { name: 'Permits', to: '/permits', key: 'g x' },
  { name: 'Hours', to: '/hours', key: 'g h' },
  { name: 'Fleet', to: '/fleet/drivers', at: '/fleet', key: 'g e' },
  ...(bills.value ? [{ name: 'Billing', to: '/billing', key: 'g b' }] : []),
  ...(pays.value ? [{ name: 'Pay', to: '/pay', key: 'g p' }] : []),
  { name: 'Company', to: '/company', key: 'g c' },
])

useKeys([
  ...areas.value.map(({ name, to, key }) => ({
    key,
    label: `Go to ${name}`,
    run: () => void router.push(to),
  })),
  { key: '/', label: 'Search everything', run: () => search.value?.focus() },
  { key: 't', label: 'Light or dark', run: () => emit('theme') },
  {
    key: '?',
    label: 'Show the keys',
    run: () => {
      showKeys.value = true
    },
  },
])

async function signOut() {
  await session.signOut()
  await router.push('/sign-in')
}
</script>

<template>
  <div class="shell">
    <a class="skip" href="#main">Skip to the page</a>
    <header class="bar">
      <div class="name">
        <strong>Crew Ledger</strong><span class="company clip">{{ session.me?.company }}</span>
      </div>
      <nav aria-label="Areas">
        <router-link
          v-for="area in areas"
          :key="area.name"
          :to="area.to"
          :class="{ here: $route.path.startsWith(area.at ?? area.to) }"
          :aria-current="$route.path.startsWith(area.at ?? area.to) ? 'page' : undefined"
          >{{ area.name
          }}<strong v-if="waits[area.name]?.[0]" class="unread" :aria-label="waits[area.name]!.join(' ')">{{
            waits[area.name]![0]
          }}</strong></router-link
        >
      </nav>
      <search-box ref="search" />
      <span v-if="!live" class="stale small" role="status">Not live</span>
      <v-btn
        :icon="mdiThemeLightDark"
        size="small"
        variant="text"
        aria-label="Light or dark"
        title="Light or dark (t)"
        @click="emit('theme')"
      />
      <v-btn
        :icon="mdiKeyboardOutline"
        size="small"
        variant="text"
        aria-label="Keys"
        title="Keys (?)"
        @click="showKeys = true"
      />
      <v-menu>
        <template #activator="{ props }"
          ><v-btn v-bind="props" variant="text" size="small">{{ session.me?.name }}</v-btn></template
        >
        <v-list density="compact">
          <v-list-item title="Your sign-in" to="/account" />
          <v-list-item title="Change password" @click="changePassword = true" />
          <v-list-item title="Sign out" @click="signOut" />
        </v-list>
      </v-menu>
    </header>
    <div v-if="!reachable" class="away" role="alert">
      The server is out of reach. What you see may be old; it comes back by itself, and nothing you typed is
      lost.
    </div>
    <main id="main" tabindex="-1"><slot /></main>
    <div class="sr-only" role="status" aria-live="polite">{{ announced }}</div>
    <key-question />
    <keys-dialog v-model="showKeys" />
    <password-dialog v-model="changePassword" />
    <sign-in-again />
  </div>
</template>

<style scoped>
.shell {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
  color: rgb(var(--v-theme-on-background));
}
.bar {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  padding: 0 1rem;
  min-height: 48px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgb(var(--v-theme-line));
}
.name {
  display: flex;
  flex-direction: column;
  line-height: 1.15;
  min-width: 8.5rem;
}
.company {
  font-size: 0.8rem;
  color: rgb(var(--v-theme-quiet));
  max-width: 11rem;
}
nav {
  display: flex;
  align-self: stretch;
}
nav a:not(.v-btn):not(.v-list-item) {
  display: flex;
  align-items: center;
  padding: 0 0.7rem;
  color: inherit;
  text-decoration: none;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
nav a:hover {
  background: rgb(var(--v-theme-surface-variant), 0.6);
}
nav a.here:not(.v-btn) {
  font-weight: 700;
  border-bottom-color: rgb(var(--v-theme-primary));
}
.unread {
  margin-left: 0.35rem;
  padding: 0 0.4rem;
  border-radius: 1rem;
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
  font-size: 0.8rem;
}
.stale {
  color: rgb(var(--v-theme-late));
  white-space: nowrap;
}
.away {
  background: rgb(var(--v-theme-late));
  color: rgb(var(--v-theme-surface));
  padding: 0.4rem 1rem;
  font-weight: 600;
}
main {
  flex: 1;
  padding: 0.9rem 1rem 1.5rem;
  min-width: 0;
  outline: none;
}
.skip {
  position: absolute;
  left: -10rem;
  top: 0;
  z-index: 10;
  background: rgb(var(--v-theme-surface));
  padding: 0.5rem;
}
.skip:focus {
  left: 0;
}
@media (max-width: 1150px) {
  .bar {
    flex-wrap: wrap;
    padding-bottom: 0.4rem;
  }
  .name {
    flex: 1;
  }
  nav {
    min-height: 44px;
  }
}
@media (max-width: 960px) {
  nav {
    order: 5;
    width: 100%;
    flex-wrap: wrap;
  }
}
@media (max-width: 700px) {
  .bar {
    padding: 0.35rem 0.6rem;
  }
  nav a:not(.v-btn):not(.v-list-item) {
    min-height: 40px;
    padding: 0 0.7rem;
  }
  main {
    padding: 0.6rem;
  }
}
</style>
