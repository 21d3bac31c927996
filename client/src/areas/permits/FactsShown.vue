<script setup lang="ts">
import { ref } from 'vue'
import type { Problem, Schemas } from '@/shared/api'
import { showInches, showMiles, showMinutes, showPounds } from '@/shared/measure'
import { showDay } from '@/shared/time'
import { differs, type Change } from './facts'
import SpareTractors from './SpareTractors.vue'

/** What a permit file says of what moves, as it is read; other tractors and loads of the move are added here. */
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
const emit = defineEmits<{ save: [change: Change]; share: [load: string]; unshare: [id: number] }>()
const other = ref('')
defineExpose({
  shared: () => {
    other.value = ''
  },
})
</script>

<template>
  <dl class="facts">
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
      {{ file.what }}{{ ' '
      }}<span v-if="(file.pieces ?? 1) > 1" class="quiet"
        >• {{ file.pieces }} pieces{{ file.stacked ? ', standing on each other' : '' }}{{ ' ' }}</span
      ><span class="quiet">• serial number {{ file.serial_number }}</span>
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
        @save="spare_tractors => emit('save', { spare_tractors })"
      />
    </dd>
    <dt>Starts on</dt>
    <dd>
      {{ showDay(file.starts_on) }}
      <span class="quiet">• {{ file.starts_fixed ? 'fixed here' : 'the day of the pickup' }}</span>
    </dd>
    <template v-if="file.applicant"
      ><dt>Applied for</dt>
      <dd>
        <strong>{{ file.applicant }}</strong>
      </dd></template
    >
    <dt>Contact</dt>
    <dd>
      {{ file.contact || 'nobody' }}
      <span class="quiet"
        >• by {{ file.deliver_by
        }}<template v-if="file.deliver_to && file.deliver_by !== 'download'">
          to {{ file.deliver_to }}</template
        ><template v-if="file.also_by">, and by {{ file.also_by }} to {{ file.also_to }}</template></span
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
</template>

<style scoped>
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
</style>
