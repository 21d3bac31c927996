<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed, ref } from 'vue'
import { api, ask } from '@/shared/api'
import { announce } from '@/shared/announce'
import AuditTrail from '@/shared/AuditTrail.vue'
import { NOTHING, useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import { useTitle } from '@/shared/useTitle'
import Waiting from '@/shared/Waiting.vue'
import PartnerBank from './PartnerBank.vue'
import PartnerForm from './PartnerForm.vue'
import PartnerInsurance from './PartnerInsurance.vue'
import { scored, type Partner } from './words'

/** One partner: what is found of it today, its papers, and its record. */
const { id = undefined } = defineProps<{ id?: number | undefined; mayChange: boolean }>()
const emit = defineEmits<{ kept: [id: number]; close: [] }>()
const session = useSession()
const clerk = session.has('settlement_clerk')
const papers = session.has('dispatcher', 'settlement_clerk', 'administrator')
const editing = ref(!id)
const { data, problem, load, put } = useFetched(
  () => id,
  which =>
    which
      ? ask(api.GET('/api/partners/{id}', { params: { path: { id: which } } }))
      : Promise.resolve(NOTHING),
  change => change.kind === 'partner' && change.id === id,
)
useTitle(() => data.value?.name ?? 'New partner')
const { busy, trouble, act } = useAct<Partner>(put)
const check = async () => {
  const done = await act(key =>
    api.POST('/api/partners/{id}/check', { params: { path: { id: id! } }, body: { key } }),
  )
  if (done) announce('The register is asked; its answer is here in a moment.')
}
function kept(partner: Partner) {
  if (id) {
    put(partner)
    editing.value = false
  } else emit('kept', partner.id)
}
const register = computed(() => data.value?.register)
</script>

<template>
  <article class="stack">
    <section v-if="!id" class="panel pad">
      <div class="spread">
        <h2>Take a partner on</h2>
        <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" @click="emit('close')" />
      </div>
      <partner-form @kept="kept" @leave="emit('close')" />
    </section>
    <waiting v-else v-slot="{ data: one }" :data="data" :problem="problem" @again="load">
      <section class="panel pad stack" :aria-label="one.name">
        <div class="spread">
          <h2>{{ one.name }}</h2>
          <v-btn :icon="mdiClose" size="small" variant="text" aria-label="Close" @click="emit('close')" />
        </div>
        <p class="small">
          {{ one.authority_number
          }}<template v-if="one.usdot_number"> • USDOT {{ one.usdot_number }}</template
          ><template v-if="one.contact"> • {{ one.contact }}</template
          ><template v-if="one.phone">
            • <a :href="`tel:${one.phone}`">{{ one.phone }}</a></template
          ><template v-if="one.email">
            • <a :href="`mailto:${one.email}`">{{ one.email }}</a></template
          >
        </p>
        <p class="small quiet">{{ scored(one.score) }}</p>
        <ul v-if="one.findings.length" class="findings" aria-label="Found today">
          <li v-for="found in one.findings" :key="found.code" :class="found.effect">{{ found.text }}</li>
        </ul>
        <p v-else>Nothing speaks against an ordinary load today.</p>
        <p class="small" role="status">
          <template v-if="!register">The register was not asked yet. </template>
          <template v-else-if="!register.known"
            >The register knew nothing of this number at {{ showTime(register.heard_at, session.zone) }}.
          </template>
          <template v-else
            >Register, {{ showTime(register.heard_at, session.zone) }}: authority {{ register.authority
            }}<template v-if="register.since_on"> since {{ showDay(register.since_on) }}</template
            >, {{ register.safety_rating }}, {{ register.phone }}, {{ register.address }}.
          </template>
        </p>
        <div class="row wrap">
          <v-btn v-if="papers" size="small" variant="tonal" :loading="busy" @click="check"
            >Ask the register</v-btn
          >
          <v-btn v-if="mayChange" size="small" variant="tonal" @click="editing = !editing">{{
            editing ? 'Not now' : 'Change the record'
          }}</v-btn>
        </div>
        <v-alert v-if="trouble" type="error">{{ trouble.message }}</v-alert>
        <partner-form v-if="editing" :partner="one" @kept="kept" @leave="editing = false" />
      </section>
      <partner-insurance :partner="one" :may-change="papers" @changed="put" />
      <partner-bank v-if="clerk" :partner="one" @changed="put" />
      <section class="panel pad">
        <h2>Trail</h2>
        <audit-trail :id="one.id" kind="partner" />
      </section>
    </waiting>
  </article>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.wrap {
  flex-wrap: wrap;
}
.findings {
  list-style: none;
  padding: 0;
}
.findings li {
  padding: 0.3rem 0.6rem;
  border-left: 4px solid rgb(var(--v-theme-tight));
  background: rgb(var(--v-theme-tight), 0.12);
  margin-top: 0.25rem;
}
.findings .block {
  border-color: rgb(var(--v-theme-blocked));
  background: rgb(var(--v-theme-blocked), 0.1);
}
</style>
