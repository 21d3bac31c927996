<script setup lang="ts">
import type { Schemas } from '@/shared/api'
import { showDollars } from '@/shared/measure'
import { showDay } from '@/shared/time'
import { moved } from './words'

/** What a change does to every driver's net of the running period, old and new, before it is kept. */
const { look = undefined, fresh } = defineProps<{
  look?: Schemas['DeductionPreview'] | undefined
  fresh: boolean
}>()
</script>

<template>
  <section class="panel scroll" aria-label="What it does">
    <div class="pad">
      <h2>What it does</h2>
      <p v-if="!look" class="quiet">
        Before it is kept, every driver whose net it changes stands here, old and new.
      </p>
      <template v-else
        ><p :class="{ quiet: !fresh }">
          <template v-if="!fresh">As it was before you typed on. </template>{{ showDay(look.from) }} to
          {{ showDay(look.to) }}:
          <strong>{{ look.rows.length }} {{ look.rows.length === 1 ? 'driver' : 'drivers' }}</strong
          ><template v-if="look.rows.length"
            >, together {{ showDollars(look.old) }} now and {{ showDollars(look.new) }} then ({{
              moved(look.old, look.new)
            }})</template
          >.
        </p>
        <p v-if="look.nobody" class="many">{{ look.nobody }}</p>
        <p v-if="look.second_person" class="many">
          That is more than one person may change alone: a second one lets it be made.
        </p></template
      >
    </div>
    <table v-if="look?.rows.length" class="ledger" :class="{ stale: !fresh }">
      <thead>
        <tr>
          <th>Driver</th>
          <th class="figure">Net now</th>
          <th class="figure">Net then</th>
          <th class="figure">Change</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in look.rows" :key="row.driver_id">
          <td>
            {{ row.driver }}
            <span v-if="row.by === 'usual_week'" class="quiet small"
              >by a usual week of his, from {{ showDay(row.week_from!) }}</span
            ><span v-else-if="row.by === 'nothing_yet'" class="quiet small">nothing earned yet</span>
          </td>
          <td class="figure">{{ showDollars(row.old) }}</td>
          <td class="figure">
            <strong>{{ showDollars(row.new) }}</strong>
          </td>
          <td class="figure">{{ moved(row.old, row.new) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.pad {
  padding: 0.8rem 0.9rem;
}
.scroll {
  overflow: auto;
  max-height: calc(100vh - 8rem);
}
.stale {
  opacity: 0.55;
}
.many {
  border-left: 4px solid rgb(var(--v-theme-tight));
  padding-left: 0.6rem;
}
</style>
