<script setup lang="ts">
import { mdiThemeLightDark } from '@mdi/js'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { announced } from '@/shared/announce'
import { reachable } from '@/shared/api'
import { useSession } from '@/shared/session'
import PasswordDialog from '@/shell/PasswordDialog.vue'
import SignInAgain from '@/shell/SignInAgain.vue'

/** The frame of the pages of customers' people: the carrier's name, and no word of what is the carrier's alone. */
const emit = defineEmits<{ theme: [] }>()
const router = useRouter()
const session = useSession()
const changePassword = ref(false)
const pays = session.has('customer_pay')
const invites = session.has('customer_invite')
const pages = computed(() => [
  { name: 'Loads', to: '/window' },
  ...(pays.value ? [{ name: 'Bills', to: '/window/bills' }] : []),
  ...(invites.value
    ? [
        { name: 'People', to: '/window/people' },
        { name: 'Programs', to: '/window/programs' },
      ]
    : []),
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
      <strong class="carrier clip">{{ session.me?.company }}</strong>
      <nav aria-label="Pages">
        <router-link
          v-for="page in pages"
          :key="page.to"
          :to="page.to"
          :aria-current="$route.meta.page === page.name ? 'page' : undefined"
          >{{ page.name }}</router-link
        >
      </nav>
      <span class="room" />
      <v-btn
        :icon="mdiThemeLightDark"
        size="small"
        variant="text"
        aria-label="Light or dark"
        @click="emit('theme')"
      />
      <v-menu>
        <template #activator="{ props }"
          ><v-btn v-bind="props" variant="text" size="small">{{ session.me?.name }}</v-btn></template
        >
        <v-list density="compact">
          <v-list-item title="Change password" @click="changePassword = true" />
          <v-list-item title="Sign out" @click="signOut" />
        </v-list>
      </v-menu>
    </header>
    <p v-if="!reachable" class="away" role="alert">
      The server is out of reach. What you see may be old; it comes back by itself.
    </p>
    <main id="main" tabindex="-1"><slot /></main>
    <div class="sr-only" role="status" aria-live="polite">{{ announced }}</div>
    <password-dialog v-model="changePassword" />
    <sign-in-again />
  </div>
</template>

<style scoped>
.shell {
  min-height: 100vh;
  color: rgb(var(--v-theme-on-background));
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 1rem;
  align-items: center;
  padding: 0.3rem 1rem;
  background: rgb(var(--v-theme-surface));
  border-bottom: 3px solid rgb(var(--v-theme-primary));
}
.carrier {
  font-size: 1.1rem;
}
nav {
  display: flex;
  gap: 0.25rem;
}
nav a {
  padding: 0.45rem 0.6rem;
  text-decoration: none;
}
nav a[aria-current] {
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 0.35em;
}
.room {
  flex: 1;
}
.away {
  padding: 0.5rem 1rem;
  color: rgb(var(--v-theme-late));
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 0.5rem;
  top: 0.5rem;
  background: rgb(var(--v-theme-surface));
  padding: 0.4rem;
  z-index: 10;
}
main {
  max-width: 72rem;
  margin: 0 auto;
  padding: 0.8rem 1rem 2rem;
  outline: none;
}
</style>
