<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { showInches, showMiles, showMinutes, showPounds } from '@/shared/measure'
import SpareTractors from './SpareTractors.vue'
import DraftNotice from '@/shared/DraftNotice.vue'
import MergePanel from '@/shared/merge/MergePanel.vue'
import { useMerge } from '@/shared/merge/useMerge'
import { showDay } from '@/shared/time'
import DayField from '@/shared/typed/DayField.vue'
import SizeField from '@/shared/typed/SizeField.vue'
import { useDraft } from '@/shared/useDraft'
import {
  changeOf,
  differs,
  DELIVER,
  factsOf,
  labelOf,
  plainly,
  shownOf,
  SIZES,
  unread,
  type Change,
  type Facts,
} from './facts'

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
  save: [change: Change, version: number | undefined]
  share: [load: string]
  unshare: [id: number]
}>()
const other = ref('')
const open = ref(false)
const typed = ref<Facts>(factsOf(file))
const merge = useMerge<Facts>()
const kept = useDraft(() => `permit facts ${file.load_id}`, typed, {
  touched: () => open.value && merge.touched(typed.value),
  base: () => ({ value: merge.seen.value, version: merge.version.value }),
})
/** before - what was typed earlier and not saved */
function edit(before?: ReturnType<typeof kept.restore>) {
  typed.value = before?.value ?? factsOf(file)
  merge.see(before?.base ?? typed.value, before?.base ? before.version : file.version)
  open.value = true
}
function leave() {
  open.value = false
  kept.forget()
  kept.again()
}
const before = mayChange ? kept.restore() : undefined
if (before) edit(before)
function anew() {
  leave()
  edit()
}
// A refusal says that the file has moved on; the file as it is by then follows.
watch(
  () => [problem, file.version] as const,
  ([now]) => {
    if (open.value && now?.code === 'stale') merge.compare(plainly(typed.value), factsOf(file), file.version)
  },
)
const bad = computed(() => unread(typed.value))
const wrong = computed(() => {
  const field = problem?.path.slice(1)
  return field && problem ? { ...bad.value, [field]: problem.message } : bad.value
})
const stops = computed(() => Object.keys(bad.value).length > 0)
const save = () => emit('save', changeOf(typed.value, merge.seen.value!), merge.version.value)
function saveChosen(choices: ('mine' | 'theirs')[]) {
  typed.value = merge.choose(choices)
  if (!stops.value) save()
}
const takeTheirs = () => {
  typed.value = merge.giveUp()
  leave()
}
defineExpose({
  close: leave,
  shared: () => {
    other.value = ''
  },
})
</script>

<template>
  <section class="panel pad" aria-label="What moves">
    <div class="spread">
      <h2>What moves</h2>
      <v-btn v-if="mayChange && !open" size="small" variant="tonal" @click="edit()">Correct</v-btn>
    </div>
    <form v-if="open" class="form" @submit.prevent="save">
      <draft-notice class="wide" :at="kept.restored.value" @anew="anew" />
      <v-text-field v-model="typed.what" class="wide" label="Load" :error-messages="wrong.what" />
      <size-field
        v-for="{ name, label, upTo, least } in SIZES"
        :key="name"
        v-model="typed[name]"
        :label="label"
        :up-to="upTo"
        :least="least"
        :error-messages="wrong[name]"
      />
      <v-text-field v-model="typed.gross_lb" label="Gross, lb" :error-messages="wrong.gross_lb" /><day-field
        v-model="typed.starts_on"
        label="Starts on"
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
        v-model="typed.divisible"
        class="wide"
        label="The load can be divided"
      />
      <merge-panel
        v-if="merge.differs.value"
        class="wide"
        :found="merge.found.value"
        :message="problem?.message ?? ''"
        :label="labelOf"
        :shown="shownOf"
        :busy="busy"
        @save="saveChosen"
        @theirs="takeTheirs"
      />
      <div v-else class="row justify-end wide">
        <v-btn variant="text" @click="leave">Leave it</v-btn
        ><v-btn type="submit" color="primary" :disabled="stops" :loading="busy">Save</v-btn>
      </div>
    </form>
    <dl v-else class="facts">
      <template v-if="file.copied"
        ><dt>Copied</dt>
        <dd>
          from {{ file.copied.from
          }}<template v-if="!file.copied.differs.length">: this load measures the same.</template
          ><template v-else
            >. This load differs:
            <ul>
              <li v-for="one in file.copied.differs" :key="one.what">{{ differs(one) }}</li>
            </ul></template
          >
        </dd></template
      >
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
      <dd>
        {{ [file.tractor, file.trailer].filter(Boolean).join(' + ') || 'no crew yet' }}
        <spare-tractors
          :file="file"
          :may-change="mayChange"
          :busy="busy"
          @save="spare_tractors => emit('save', { spare_tractors }, file.version)"
        />
      </dd>
      <dt>Starts on</dt>
      <dd>
        {{ showDay(file.starts_on) }}
        <span class="quiet">• {{ file.starts_fixed ? 'fixed here' : 'the day of the pickup' }}</span>
      </dd>
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
      <template v-if="file.clearances"
        ><dt>Clearances</dt>
        <dd>
          On file for {{ showMiles(file.clearances.clearance_miles) }} of
          {{ showMiles(file.clearances.way_miles) }}: what hangs over the rest nobody here has checked.
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
  align-items: start;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0.6rem 0.5rem;
  margin-top: 0.5rem;
}
.wide {
  grid-column: 1 / -1;
}
</style>
