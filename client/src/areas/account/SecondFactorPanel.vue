<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem } from '@/shared/api'
import { KEY_REFUSED, useSession } from '@/shared/session'
import { keysWork, makeKey } from '@/shared/securityKey'

/** Sets a second factor up, gives recovery codes, takes it away again. */
const { must = false } = defineProps<{ must?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const CODE = 'a code that changes every half minute, from an app on your phone'
const MUST = `Your role has money or everybody’s rights in hand: beside the password it needs ${CODE}.`
const MAY = `Beside the password ${CODE}: a stolen password alone opens nothing then.`
const has = (factor: 'app' | 'key') => session.me?.second_factors.includes(factor) ?? false
const on = computed(() => session.me?.second_factor === 'given')
const mayKey = keysWork()
const shown = ref<{ otp_secret: string; otp_raw_secret: string; picture: string }>()
const codes = ref<string[]>([])
const password = ref('')
const code = ref('')
type Doing = 'codes' | 'off' | 'key' | 'key_off'
const doing = ref<Doing>()
const DO: Record<Doing, string> = {
  codes: 'Show ten new ones',
  off: 'Take it away',
  key: 'Add the key',
  key_off: 'Take it away',
}
const busy = ref(false)
const problem = ref<Problem>()
const at = (path: string) => (problem.value?.path === path ? problem.value.message : undefined)
const general = computed(() =>
  problem.value && !['/otp', '/password'].includes(problem.value.path) ? problem.value.message : undefined,
)

async function post(path: string, body: object) {
  busy.value = true
  const answer = await session.post(path, body)
  busy.value = false
  problem.value = answer.problem
  return answer
}
async function begin() {
  const answer = await post('second-factor', {})
  if (!answer.otp_secret || !answer.otp_raw_secret) return
  problem.value = undefined
  shown.value = {
    otp_secret: answer.otp_secret,
    otp_raw_secret: answer.otp_raw_secret,
    picture: `data:image/svg+xml;base64,${btoa(answer.picture ?? '')}`,
  }
}
async function confirm() {
  if (!shown.value) return
  const { otp_secret, otp_raw_secret } = shown.value
  const typed = { password: password.value, otp: code.value.replace(/\s/g, '') }
  if ((await post('second-factor', { otp_secret, otp_raw_secret, ...typed })).problem) return
  await newCodes()
  shown.value = undefined
}
async function newCodes() {
  const answer = await post('recovery-codes', { password: password.value, add: '1' })
  codes.value = answer.codes ?? []
  if (answer.problem) return
  password.value = code.value = ''
  doing.value = undefined
}
async function done() {
  password.value = ''
  doing.value = undefined
  await session.load()
}
async function off() {
  if (!(await post('second-factor-off', { password: password.value })).problem) await done()
}
async function addKey() {
  const asked = await post('security-key', {})
  if (!asked.webauthn_setup) return
  problem.value = undefined
  const { webauthn_setup_challenge, webauthn_setup_challenge_hmac } = asked
  const first = !on.value
  try {
    const webauthn_setup = await makeKey(asked.webauthn_setup)
    const challenge = { webauthn_setup_challenge, webauthn_setup_challenge_hmac }
    const typed = { password: password.value }
    if ((await post('security-key', { webauthn_setup, ...challenge, ...typed })).problem) return
  } catch {
    problem.value = KEY_REFUSED
    return
  }
  if (first) await newCodes()
  else await done()
}
async function takeKeys() {
  const { webauthn_remove: keys = {} } = await post('security-key-off', {})
  for (const id of Object.keys(keys))
    if ((await post('security-key-off', { webauthn_remove: id, password: password.value })).problem) return
  await done()
}
const acts: Record<Doing, () => Promise<void>> = { codes: newCodes, off, key: addKey, key_off: takeKeys }
async function noted() {
  codes.value = []
  await session.load()
  emit('done')
}
function ask(what: Doing) {
  doing.value = what
  password.value = ''
  problem.value = undefined
}
</script>

<template>
  <div class="stack">
    <div v-if="codes.length" class="stack">
      <p>
        <strong>Ten recovery codes</strong>, each good once where you have no app. They are shown now and
        never again: print them or write them down.
      </p>
      <ul class="codes">
        <li v-for="one in codes" :key="one">{{ one }}</li>
      </ul>
      <v-btn color="primary" @click="noted">I have them</v-btn>
    </div>
    <form v-else-if="shown" class="stack" @submit.prevent="confirm">
      <p>
        Scan this with an authenticator app, or type
        <code>{{ shown.otp_secret.replace(/(.{4})/g, '$1 ') }}</code> into it.
      </p>
      <img class="picture" :src="shown.picture" alt="The same as a QR code" width="200" height="200" />
      <v-text-field
        v-model="password"
        label="Your password"
        type="password"
        autocomplete="current-password"
        :error-messages="at('/password')"
      />
      <v-text-field
        v-model="code"
        label="Six digits that the app shows now"
        inputmode="numeric"
        autocomplete="one-time-code"
        :error-messages="at('/otp')"
      />
      <v-alert v-if="general" type="error">{{ general }}</v-alert>
      <v-btn type="submit" color="primary" :loading="busy" :disabled="!password || !code.trim()"
        >Set it up</v-btn
      >
    </form>
    <form v-else-if="doing" class="stack" @submit.prevent="acts[doing]()">
      <v-text-field
        v-model="password"
        label="Your password"
        type="password"
        autocomplete="current-password"
        autofocus
        :error-messages="at('/password')"
      />
      <v-alert v-if="general" type="error">{{ general }}</v-alert>
      <div class="row justify-end">
        <v-btn variant="text" @click="doing = undefined">Leave it</v-btn
        ><v-btn type="submit" color="primary" :loading="busy" :disabled="!password">{{ DO[doing] }}</v-btn>
      </div>
    </form>
    <template v-else-if="on">
      <p>
        It is set up: whenever you sign in,
        {{
          has('app') && has('key')
            ? 'the code of your app or your security key is'
            : has('key')
              ? 'your security key is'
              : 'the code of your app is'
        }}
        asked for.
      </p>
      <div class="row wrap">
        <v-btn size="small" variant="tonal" @click="ask('codes')">New recovery codes</v-btn
        ><v-btn v-if="!has('app')" size="small" variant="tonal" @click="begin">Add an app</v-btn
        ><v-btn v-if="mayKey" size="small" variant="tonal" @click="ask('key')">Add a security key</v-btn
        ><v-btn v-if="has('app')" size="small" variant="text" @click="ask('off')">Take the app away</v-btn
        ><v-btn v-if="has('key')" size="small" variant="text" @click="ask('key_off')"
          >Take the key away</v-btn
        >
      </div>
    </template>
    <template v-else>
      <p>
        {{ must ? MUST : MAY }}
      </p>
      <v-alert v-if="general" type="error">{{ general }}</v-alert>
      <div class="row wrap">
        <v-btn color="primary" :loading="busy" @click="begin">Set it up</v-btn
        ><v-btn v-if="mayKey" variant="text" @click="ask('key')">With a security key instead</v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.codes {
  columns: 2;
  list-style: none;
  padding: 0;
  font-family: monospace;
  font-size: 1.1rem;
}
.wrap {
  flex-wrap: wrap;
}
.picture {
  background: #fff;
}
</style>
