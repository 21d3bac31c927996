<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import ReasonDialog from '@/areas/freight/ReasonDialog.vue'
import { STANDING } from '@/areas/billing/words'
import { api, ask, type Schemas } from '@/shared/api'
import { announce } from '@/shared/announce'
import { useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showDay, showTime } from '@/shared/time'
import { useAct } from '@/shared/useAct'
import { useTitle } from '@/shared/useTitle'
import Waiting from '@/shared/Waiting.vue'
import LoadSheet from './LoadSheet.vue'
import { useEvery } from './useEvery'
import { linkOf, SHOWN_PAPERS } from './words'

/** One of a customer's loads, with its papers, its bills, and the links to it that were passed on. */
const EVERY_S = 30
const route = useRoute()
const session = useSession()
const mayAsk = session.has('customer_request')
const id = computed(() => Number(route.params.id))
const { data, problem, load, put } = useFetched(
  () => id.value,
  id => ask(api.GET('/api/window/loads/{id}', { params: { path: { id } } })),
)
useEvery(EVERY_S, () => void load())
useTitle(() => data.value?.load.number)
const { busy, trouble, act } = useAct<Schemas['WindowLoadInFull']>(put)
const share = () =>
  act(key => api.POST('/api/window/loads/{id}/links', { params: { path: { id: id.value } }, body: { key } }))
const ending = useAct<unknown>(() => void load())
const end = (link: number) =>
  ending.act(() => api.DELETE('/api/window/links/{id}', { params: { path: { id: link } } }))
async function copy(token: string) {
  await navigator.clipboard.writeText(linkOf(token))
  announce('The link is copied.')
}
const cancelling = ref(false)
const cancel = useAct<unknown>(() => {
  cancelling.value = false
  announce('Cancelled.')
  void load()
})
const call = (why: string) =>
  cancel.act(key =>
    api.POST('/api/window/loads/{id}/cancel', { params: { path: { id: id.value } }, body: { key, why } }),
  )
const DAY_ZONE = computed(() => session.zone)
</script>

<template>
  <p class="row">
    <router-link to="/window">All loads</router-link>
    <router-link v-if="mayAsk" :to="{ path: '/window/ask', query: { like: id } }"
      >Ask for the same again</router-link
    >
    <v-btn v-if="mayAsk && data?.cancellable" size="small" variant="text" @click="cancelling = true"
      >Cancel this load</v-btn
    >
  </p>
  <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
    <div class="stack">
      <load-sheet :found="found" />
      <section class="panel pad stack" aria-label="Papers">
        <h2>Papers</h2>
        <p v-if="!found.papers.length" class="quiet small">None has come in yet.</p>
        <ul v-else class="plain">
          <li v-for="paper in found.papers" :key="paper.id">
            <a :href="`/api/window/papers/${paper.id}`" target="_blank" rel="noopener">{{
              SHOWN_PAPERS[paper.kind]
            }}</a><span class="small quiet">
              {{ showTime(paper.at, found.load.delivery_zone ?? DAY_ZONE)
              }}<template v-if="paper.signer">, signed by {{ paper.signer }}</template></span
            >
          </li>
        </ul>
        <template v-if="found.invoices.length">
          <h2>Bills</h2>
          <ul class="plain">
            <li v-for="one in found.invoices" :key="one.id">
              <a :href="`/api/window/invoices/${one.id}/pdf`" target="_blank" rel="noopener">{{
                one.number
              }}</a>
              <span class="small quiet">
                {{ STANDING[one.standing] }}, due {{ showDay(one.due_on) }},
                {{ showDollars(one.total) }}</span
              >
            </li>
          </ul>
        </template>
      </section>
      <section class="panel pad stack" aria-label="Pass it on">
        <div class="spread wrap">
          <h2>Pass it on</h2>
          <v-btn size="small" variant="tonal" :loading="busy" @click="share()">Make a link</v-btn>
        </div>
        <p class="small quiet">
          Whoever has the link sees this load without papers and bills, for two weeks or until you end it.
        </p>
        <v-alert v-if="trouble ?? ending.trouble.value" type="error">{{
          (trouble ?? ending.trouble.value)?.message
        }}</v-alert>
        <ul v-if="found.links.length" class="plain">
          <li v-for="link in found.links" :key="link.id" class="row wrap">
            <a :href="linkOf(link.token)" target="_blank" rel="noopener">Link of {{ link.made_by }}</a>
            <span class="small quiet"
              >until {{ showTime(link.expires_at, DAY_ZONE) }},
              {{ link.visits === 1 ? 'looked at once' : `looked at ${link.visits} times` }}</span
            >
            <v-btn size="small" variant="text" @click="copy(link.token)">Copy</v-btn>
            <v-btn size="small" variant="text" @click="end(link.id)">End it</v-btn>
          </li>
        </ul>
      </section>
      <p v-if="found.phone" class="small quiet">
        Questions? {{ found.carrier }}, <a :href="`tel:${found.phone}`">{{ found.phone }}</a>
      </p>
    </div>
    <reason-dialog
      v-if="cancelling"
      :model-value="true"
      :title="`Cancel ${found.load.number}`"
      does="Cancel it"
      :busy="cancel.busy.value"
      :problem="cancel.trouble.value"
      @close="cancelling = false"
      @reason="call"
      ><v-alert v-if="cancel.trouble.value?.path === ''" type="error">{{
        cancel.trouble.value.message
      }}</v-alert></reason-dialog
    >
  </waiting>
</template>

<style scoped>
.pad {
  padding: 0.8rem 1rem;
}
.plain {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.35rem;
}
.wrap {
  flex-wrap: wrap;
}
</style>
