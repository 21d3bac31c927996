<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, ask, newKey, type Problem } from '@/shared/api'
import { useFetched } from '@/shared/fetched'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** Who looks after which crews, and handing them over. */
const session = useSession()
const { data, problem, load, put } = useFetched(
  () => 0,
  () => ask(api.GET('/api/desks')),
  change => change.kind === 'desk' || change.kind === 'driver',
)
const mayHand = session.has('dispatcher')
const open = ref(false)
const chosen = ref<number[]>([])
const to = ref<number | null>(null)
const notes = ref('')
const refused = ref<Problem>()
let key = newKey()
const me = computed(() => data.value?.people.find(({ name }) => name === session.me?.name))
const crews = computed(() => [
  ...(data.value?.people ?? []).flatMap(person =>
    person.crews.map(crew => ({ ...crew, whose: person.name })),
  ),
  ...(data.value?.nobody ?? []).map(crew => ({ ...crew, whose: 'nobody' })),
])
function start(all: boolean) {
  open.value = true
  refused.value = undefined
  notes.value = ''
  chosen.value = all ? (me.value?.crews.map(({ driver_id }) => driver_id) ?? []) : []
  to.value = null
  key = newKey()
}
async function hand() {
  if (!to.value) return
  const answer = await ask(
    api.POST('/api/hand-overs', {
      body: { key, to_id: to.value, driver_ids: chosen.value, notes: notes.value },
    }),
  )
  refused.value = answer.problem
  if (!answer.data) return
  put(answer.data)
  open.value = false
}
</script>

<template>
  <section class="panel pad" aria-label="Who looks after whom">
    <waiting v-slot="{ data: found }" :data="data" :problem="problem" @again="load">
      <h2>Desks</h2>
      <dl class="desks">
        <div v-for="person in found.people" :key="person.id">
          <dt>
            <strong>{{ person.name }}</strong>{{ ' ' }}
            <span class="small quiet">{{ person.present ? 'signed in today' : 'not in today' }}</span>
          </dt>
          <dd class="small">
            {{
              person.crews.length
                ? `${person.crews.length} drivers, ${person.crews.filter(({ load: on }) => on).length} of them on a load`
                : 'nobody to look after'
            }}
          </dd>
        </div>
        <div v-if="found.nobody.length">
          <dt>Nobody looks after</dt>
          <dd class="small">{{ found.nobody.length }} drivers</dd>
        </div>
      </dl>
      <div v-if="mayHand" class="row hand mt-2">
        <v-btn size="small" variant="tonal" :disabled="!me?.crews.length" @click="start(true)"
          >Hand over all of mine</v-btn
        ><v-btn size="small" variant="text" @click="start(false)">Hand over some</v-btn>
      </div>
      <template v-if="found.notes.length"
        ><h2 class="mt-4">Hand-over notes</h2>
        <ul class="notes">
          <li v-for="note in found.notes" :key="note.id">
            <p>
              <strong>{{ note.from }} to {{ note.to }}</strong
              >{{ ' ' }}
              <span class="small quiet">{{ showTime(note.at, session.zone) }}</span>
            </p>
            <p v-if="note.notes">{{ note.notes }}</p>
            <p class="small quiet">
              {{
                note.crews.length > 4
                  ? `${note.crews.slice(0, 4).join(', ')} and ${note.crews.length - 4} more`
                  : note.crews.join(', ')
              }}
            </p>
          </li>
        </ul></template
      >
    </waiting>
    <v-dialog v-model="open" max-width="560" aria-label="Hand over">
      <v-card class="pa-4"
        ><form class="stack" @submit.prevent="hand">
          <h2>Hand over {{ chosen.length }} drivers</h2>
          <v-select
            v-model="to"
            label="To"
            :items="
              (data?.people ?? [])
                .filter(({ id }) => id !== me?.id)
                .map(({ id, name }) => ({ value: id, title: name }))
            "
            :error-messages="refused?.path === '/to_id' ? [refused.message] : []"
          />
          <v-autocomplete
            v-model="chosen"
            label="Drivers"
            multiple
            :items="
              crews.map(crew => ({
                value: crew.driver_id,
                title: crew.name,
                props: { subtitle: `${crew.whose}${crew.load ? `, on ${crew.load}` : ''}` },
              }))
            "
            :error-messages="refused?.path === '/driver_ids' ? [refused.message] : []"
          >
            <template #selection="{ index }"
              ><span v-if="index === 0">{{ chosen.length }} chosen</span></template
            >
          </v-autocomplete>
          <v-textarea v-model="notes" label="What whoever takes over must know" rows="4" />
          <v-alert v-if="refused && !refused.path" type="error">{{ refused.message }}</v-alert>
          <div class="row justify-end">
            <v-btn variant="text" @click="open = false">Leave it</v-btn
            ><v-btn type="submit" color="primary" :disabled="!to || !chosen.length">Hand over</v-btn>
          </div>
        </form></v-card
      >
    </v-dialog>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.desks {
  margin: 0.4rem 0;
  display: grid;
  gap: 0.45rem;
}
.desks dd {
  margin: 0;
}
.hand {
  flex-wrap: wrap;
}
.notes {
  list-style: none;
  margin: 0.3rem 0 0;
  padding: 0;
  display: grid;
  gap: 0.6rem;
}
</style>
