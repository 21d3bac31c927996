<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showInches, showPounds } from '@/shared/measure'

/** What moves, how, and by which references. */
defineProps<{ load: Schemas['Load'] }>()
</script>

<template>
  <section class="panel pad">
    <h2>Freight</h2>
    <p v-if="!load.freight.length" class="quiet">Nothing is said about the freight yet.</p>
    <table v-else class="ledger">
      <tbody>
        <tr v-for="(line, i) in load.freight" :key="i">
          <td>
            {{ line.what }} <span v-if="line.hazmat_class">• hazmat {{ line.hazmat_class }}</span
            ><span v-if="line.length_in" class="quiet">
              •
              {{
                [line.length_in, line.width_in, line.height_in]
                  .filter(size => size)
                  .map(showInches)
                  .join(' by ')
              }}{{ line.width_in ? '' : ' of deck' }}{{ line.stackable ? ', stackable' : '' }}</span
            ><span v-if="line.serial_number" class="quiet"> • {{ line.serial_number }}</span>
          </td>
          <td class="figure">{{ line.pieces }} {{ line.unit }}</td>
          <td class="figure">{{ showPounds(line.weight_lb) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small mt-2">
      {{ load.size === 'partial' ? 'Partial load' : 'Full load'
      }}<template v-if="load.tarps"> • tarps</template
      ><template v-if="load.team_needed"> • team needed</template
      ><template v-if="load.trailer_kind"> • {{ load.trailer_kind.replace('_', ' ') }}</template
      ><template v-if="load.temperature_low_f !== null || load.temperature_high_f !== null">
        • {{ load.temperature_low_f }} to {{ load.temperature_high_f }} °F</template
      >
    </p>
    <p v-if="load.driver_notes" class="mt-2">
      <span class="quiet small">For the driver:</span> {{ load.driver_notes }}
    </p>
    <p v-if="load.notes" class="mt-2"><span class="quiet small">For dispatch:</span> {{ load.notes }}</p>
    <dl v-if="load.references.length" class="refs small">
      <template v-for="(reference, i) in load.references" :key="i"
        ><dt class="quiet">{{ reference.kind.replaceAll('_', ' ') }}</dt>
        <dd>{{ reference.value }}</dd></template
      >
    </dl>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.7rem 0.9rem;
}
.refs {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.15rem 0.7rem;
  margin: 0.5rem 0 0;
}
dd {
  margin: 0;
}
</style>
