<script setup lang="ts">
import type { Schemas } from '@/shared/api'

/** What was taken in, whose each card is, and how a file is written. */
defineProps<{ desk: Schemas['CardDesk'] }>()
</script>

<template>
  <details class="pad">
    <summary>Files taken in, cards, and how a file is written</summary>
    <div class="three">
      <div>
        <h4>Files</h4>
        <p v-if="!desk.files.length" class="quiet">None yet.</p>
        <ul class="plain">
          <li v-for="one in desk.files" :key="one.id">{{ one.name }}, {{ one.rows }} rows, {{ one.by }}</li>
        </ul>
      </div>
      <div>
        <h4>Cards</h4>
        <p v-if="!desk.cards.length" class="quiet">None is known yet.</p>
        <ul class="plain">
          <li v-for="one in desk.cards" :key="one.id">{{ one.number }}: {{ one.whose }}</li>
        </ul>
      </div>
      <div>
        <h4>Columns of the CSV</h4>
        <dl class="columns">
          <template v-for="one in desk.columns" :key="one.name"
            ><dt>{{ one.name }}</dt>
            <dd class="quiet">{{ one.about }}{{ one.needed ? '' : ', may be empty' }}</dd></template
          >
        </dl>
      </div>
    </div>
  </details>
</template>

<style scoped>
.pad {
  padding: 0.6rem 0.9rem;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 1rem;
  margin-top: 0.5rem;
}
.plain {
  list-style: none;
  padding: 0;
}
.columns {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0.1rem 0.8rem;
}
.columns dd {
  margin: 0;
}
@media (max-width: 900px) {
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
