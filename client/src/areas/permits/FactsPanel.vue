<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { parseInches, parsePounds, showInches, showMiles, showMinutes, showPounds } from '@/shared/measure'
import { showDay } from '@/shared/time'

/** What every application says, in one place: corrected here, and all states are judged anew. */
const {
  file,
  mayChange,
  busy,
  problem = undefined,
} = defineProps<{
  file: Schemas['PermitFile']
  mayChange: boolean
  busy: boolean
  problem?: Problem | undefined
}>()
const emit = defineEmits<{
  save: [change: Omit<Schemas['PermitFileInput'], 'version'>]
  share: [load: string]
  unshare: [id: number]
}>()
const other = ref('')
type Size =
  'width_in' | 'height_in' | 'length_in' | 'trailer_length_in' | 'front_overhang_in' | 'rear_overhang_in'
const SIZES: { name: Size; label: string }[] = [
  { name: 'width_in', label: 'Width' },
  { name: 'height_in', label: 'Height' },
  { name: 'length_in', label: 'Length over all' },
  { name: 'trailer_length_in', label: 'Trailer' },
  { name: 'front_overhang_in', label: 'Front overhang' },
  { name: 'rear_overhang_in', label: 'Rear overhang' },
]
const DELIVER = [
  { value: 'download', title: 'Download' },
  { value: 'mail', title: 'Mail' },
  { value: 'fax', title: 'Fax' },
]
const WORDS = ['serial_number', 'reference', 'contact', 'deliver_to'] as const

const open = ref(false)
const typed = ref<Record<string, string>>({})
const divisible = ref(false)
function edit() {
  typed.value = {
    ...Object.fromEntries(
      SIZES.map(({ name }) => [name, showInches(file[name]) || (file[name] === 0 ? '0' : '')]),
    ),
    gross_lb: file.gross_lb.toLocaleString('en-US'),
    starts_on: file.starts_on,
    what: file.what,
    serial_number: file.serial_number,
    reference: file.reference ?? '',
    contact: file.contact ?? '',
    deliver_by: file.deliver_by ?? 'download',
    deliver_to: file.deliver_to ?? '',
    wished_route: file.wished_route ?? '',
  }
  divisible.value = file.divisible
  open.value = true
}
const inches = (text: string) => (text.trim() === '0' ? 0 : parseInches(text))
const wrong = computed(() => {
  const bad: Record<string, string> = {}
  for (const { name } of SIZES)
    if (typed.value[name]?.trim() && inches(typed.value[name] ?? '') === undefined)
      bad[name] = 'Like 14\'2" or 170'
  if (parsePounds(typed.value.gross_lb ?? '') === undefined) bad.gross_lb = 'Like 78,000 or 78k'
  const field = problem?.path.slice(1)
  if (field && problem) bad[field] = problem.message
  return bad
})
const stops = computed(() => Object.keys(wrong.value).some(name => name !== problem?.path.slice(1)))
function save() {
  const sizes = Object.fromEntries(
    SIZES.flatMap(({ name }) => {
      const value = inches(typed.value[name] ?? '')
      return value === undefined || value === file[name] ? [] : [[name, value]]
    }),
  )
  const words = Object.fromEntries(
    [...WORDS, 'what', 'wished_route', 'deliver_by', 'starts_on'].flatMap(name => {
      const value = (typed.value[name] ?? '').trim()
      return value === (file[name as keyof Schemas['PermitFile']] ?? '') ? [] : [[name, value]]
    }),
  )
  const gross = parsePounds(typed.value.gross_lb ?? '')
  emit('save', {
    ...sizes,
    ...words,
    ...(gross && gross !== file.gross_lb ? { gross_lb: gross } : {}),
    ...(divisible.value === file.divisible ? {} : { divisible: divisible.value }),
  })
}
defineExpose({
  close: () => {
    open.value = false
  },
  shared: () => {
    other.value = ''
  },
})
</script>

<template>
  <section class="panel pad" aria-label="What moves">
    <div class="spread">
      <h2>What moves</h2>
      <v-btn v-if="mayChange && !open" size="small" variant="tonal" @click="edit">Correct</v-btn>
    </div>
    <form v-if="open" class="form" @submit.prevent="save">
      <v-text-field v-model="typed.what" class="wide" label="Load" :error-messages="wrong.what" />
      <v-text-field
        v-for="{ name, label } in SIZES"
        :key="name"
        v-model="typed[name]"
        :label="label"
        :error-messages="wrong[name]"
      />
      <v-text-field
        v-model="typed.gross_lb"
        label="Gross, lb"
        :error-messages="wrong.gross_lb"
      /><v-text-field
        v-model="typed.starts_on"
        label="Starts on"
        type="date"
        :error-messages="wrong.starts_on"
      />
      <v-text-field
        v-model="typed.serial_number"
        label="Serial number, or none"
        :error-messages="wrong.serial_number"
      /><v-text-field v-model="typed.reference" label="Our reference" />
      <v-text-field v-model="typed.contact" label="Contact" /><v-select
        v-model="typed.deliver_by"
        label="Permit comes by"
        :items="DELIVER"
      />
      <v-text-field
        v-if="typed.deliver_by !== 'download'"
        v-model="typed.deliver_to"
        class="wide"
        :label="typed.deliver_by === 'fax' ? 'Fax number' : 'Address'"
        :error-messages="wrong.deliver_to"
      />
      <v-textarea v-model="typed.wished_route" class="wide" label="Route wished, in words" /><v-checkbox
        v-model="divisible"
        class="wide"
        label="The load can be divided"
      />
      <div class="row justify-end wide">
        <v-btn variant="text" @click="open = false">Leave it</v-btn
        ><v-btn type="submit" color="primary" :disabled="stops" :loading="busy">Save</v-btn>
      </div>
    </form>
    <dl v-else class="facts">
      <dt>Load</dt>
      <dd>
        {{ file.what }} <span class="quiet">• serial number {{ file.serial_number }}</span>
      </dd>
      <dt>Wide, high</dt>
      <dd>
        <strong>{{ showInches(file.width_in) }}</strong> wide,
        <strong>{{ showInches(file.height_in) }}</strong> high
      </dd>
      <dt>Long</dt>
      <dd>
        {{ showInches(file.length_in) }} over all<template v-if="file.trailer_length_in"
          >, trailer {{ showInches(file.trailer_length_in) }}</template
        ><template v-if="file.rear_overhang_in"
          >, {{ showInches(file.rear_overhang_in) }} over the rear</template
        ><template v-if="file.front_overhang_in"
          >, {{ showInches(file.front_overhang_in) }} over the front</template
        >
      </dd>
      <dt>Gross</dt>
      <dd>
        {{ showPounds(file.gross_lb) }}
        <span class="quiet">• {{ file.divisible ? 'can be divided' : 'cannot be divided' }}</span>
      </dd>
      <dt>Units</dt>
      <dd>{{ [file.tractor, file.trailer].filter(Boolean).join(' + ') || 'no crew yet' }}</dd>
      <dt>Starts on</dt>
      <dd>{{ showDay(file.starts_on) }}</dd>
      <dt>Contact</dt>
      <dd>
        {{ file.contact || 'nobody' }}
        <span class="quiet"
          >• by {{ file.deliver_by
          }}<template v-if="file.deliver_to && file.deliver_by !== 'download'">
            to {{ file.deliver_to }}</template
          ></span
        >
      </dd>
      <template v-if="file.reference"
        ><dt>Reference</dt>
        <dd>{{ file.reference }}</dd></template
      >
      <template v-if="file.wished_route"
        ><dt>Route wished</dt>
        <dd>{{ file.wished_route }}</dd></template
      >
      <template v-if="file.obstacles?.length"
        ><dt>In the way</dt>
        <dd>
          <ul>
            <li v-for="one in file.obstacles" :key="one">{{ one }}</li>
          </ul>
          <template v-if="file.detour"
            >The nearest route that fits is {{ showMiles(file.detour.miles) }} and
            {{ showMinutes(file.detour.minutes) }} longer.</template
          >
        </dd></template
      >
      <dt>Same move</dt>
      <dd>
        <ul v-if="file.loads?.length">
          <li v-for="one in file.loads" :key="one.id">
            <router-link :to="`/freight/${one.id}`">{{ one.number }}</router-link>{{ ' ' }}
            <v-btn v-if="mayChange" size="x-small" variant="text" @click="emit('unshare', one.id)"
              >Take out</v-btn
            >
          </li>
        </ul>
        <form v-if="mayChange" class="row" @submit.prevent="other.trim() && emit('share', other.trim())">
          <v-text-field
            v-model="other"
            label="Another load"
            :error-messages="problem?.path === '/load' ? problem.message : undefined"
          /><v-btn
            type="submit"
            size="small"
            variant="tonal"
            :disabled="other.trim().length < 2"
            :loading="busy"
            >Add</v-btn
          >
        </form>
        <span v-else-if="!file.loads?.length" class="quiet">this load alone</span>
      </dd>
    </dl>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.facts {
  display: grid;
  grid-template-columns: 6rem minmax(0, 1fr);
  gap: 0.3rem 0.6rem;
  margin-top: 0.4rem;
}
dt {
  color: rgb(var(--v-theme-quiet));
}
dd {
  margin: 0;
}
ul {
  padding-left: 1rem;
}
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  margin-top: 0.5rem;
}
.wide {
  grid-column: 1 / -1;
}
</style>
