<script setup lang="ts">
import { useSession } from '@/shared/session'
import CompanyPanel from './CompanyPanel.vue'
import FirstSteps from './FirstSteps.vue'
import ImportPanel from './ImportPanel.vue'
import PeoplePanel from './PeoplePanel.vue'
import RulesPanel from './RulesPanel.vue'
import SignInsPanel from './SignInsPanel.vue'
import TerminalsPanel from './TerminalsPanel.vue'
import TrackingPanel from './TrackingPanel.vue'
import WindowRules from '@/areas/window/WindowRules.vue'

const session = useSession()
const administers = session.has('administrator')
const exports = session.has('administrator', 'dispatcher')
</script>

<template>
  <div class="company">
    <h1 class="wide">{{ session.me?.company }}</h1>
    <first-steps class="wide" />
    <company-panel class="wide" :may-change="administers" />
    <people-panel v-if="administers" id="people" class="wide" />
    <terminals-panel :may-add="administers" />
    <import-panel v-if="exports" id="import" :may-import="administers" />
    <rules-panel class="wide" />
    <tracking-panel class="wide" />
    <window-rules v-if="exports" class="wide" />
    <sign-ins-panel v-if="administers" class="wide" />
  </div>
</template>

<style scoped>
.company {
  display: grid;
  grid-template-columns: minmax(18rem, 1fr) minmax(0, 2fr);
  gap: 0.9rem;
  align-items: start;
  max-width: 1240px;
  margin: 0 auto;
}
.wide {
  grid-column: 1 / -1;
}
@media (max-width: 800px) {
  .company {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
