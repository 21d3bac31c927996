<script setup lang="ts">
import { api, ask, type Schemas } from '@/shared/api'
import { NOTHING, useFetched } from '@/shared/fetched'
import { showDollars } from '@/shared/measure'
import { useSession } from '@/shared/session'
import { showTime } from '@/shared/time'
import Waiting from '@/shared/Waiting.vue'

/** What is posted and cannot be believed, with what is wrong about it and whom to ring. */
const open = defineModel<boolean>({ required: true })
const session = useSession()
const { data, problem, load } = useFetched(open, async shown =>
  shown ? ask<Schemas['DoubtfulPosting'][]>(api.GET('/api/market/doubtful')) : NOTHING,
)
</script>

<template>
  <v-dialog v-model="open" max-width="820" aria-label="Postings that cannot be believed" scrollable>
    <v-card>
      <v-card-title>Postings that cannot be believed</v-card-title>
      <v-card-text>
        <waiting v-slot="{ data: rows }" :data="data" :problem="problem" @again="load">
          <p v-if="!rows.length" class="quiet">None.</p>
          <table v-else class="ledger">
            <tbody>
              <tr v-for="row in rows" :key="row.reference">
                <td>
                  <strong>{{ row.origin }} → {{ row.destination }}</strong
                  ><span class="small quiet"
                    ><br />{{ row.reference }}, {{ showTime(row.posted_at, session.zone) }}</span
                  >
                </td>
                <td>
                  {{ row.poster }}<span v-if="row.phone" class="small quiet"><br />{{ row.phone }}</span>
                </td>
                <td class="figure">{{ row.rate ? showDollars(row.rate) : 'no price' }}</td>
                <td class="small">{{ row.doubts.join(' ') }}</td>
              </tr>
            </tbody>
          </table>
        </waiting>
      </v-card-text>
      <v-card-actions>
        <v-spacer />
        <v-btn variant="text" @click="open = false">Close</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
