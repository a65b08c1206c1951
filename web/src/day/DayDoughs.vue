<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useNames, useRights } from '@/api/queries'
import DayBox from '@/ui/DayBox.vue'

/** The doughs of a day with their letters and hours; another can be put on. */
type Planned = Schemas['PlannedDoughOut']
const props = defineProps<{ doughs: Planned[]; letters: Record<string, string>; cautions: string[] }>()
const emit = defineEmits<{
  add: [dough: number]
  ready: [dough: Planned, at: string]
  drop: [dough: Planned]
}>()
const may = useRights()
const { data: names } = useNames()
const adding = ref('')
const mayAdd = computed(() =>
  (names.value ?? []).filter((n) => !props.doughs.some((d) => d.plan.dough_id === n.id)),
)

function add(): void {
  const dough = Number(adding.value)
  adding.value = ''
  if (dough) emit('add', dough)
}
</script>

<template>
  <div class="doughs">
    <h2>Doughs</h2>
    <article v-for="d in doughs" :key="d.plan.id" class="dough">
      <b class="letter" aria-hidden="true">{{ letters[`p${d.plan.id}`] }}</b>
      <span class="name">
        <RouterLink :to="`/dough/${d.plan.dough_id}/plan`">{{ d.plan.name }}</RouterLink>
        <span class="small-words">{{ d.plan.plan.pieces ?? '?' }} pieces</span>
      </span>
      <label class="small-words"
        >ready
        <DayBox
          clock
          label="Ready at"
          :model-value="d.plan.plan.ready ?? ''"
          :disabled="!may('develop')"
          @update:model-value="emit('ready', d, $event ?? '')"
      /></label>
      <button v-if="may('develop')" type="button" class="plain" @click="emit('drop', d)">
        off<span class="visually-hidden"> the day: {{ d.plan.name }}</span>
      </button>
      <span v-if="d.wrong" class="alert-words full">▲ {{ d.wrong }}</span>
    </article>
    <div v-if="may('develop')" class="row">
      <select v-model="adding" class="form-select form-select-sm" aria-label="Dough to put on this day">
        <option value="">put another dough on this day</option>
        <option v-for="n in mayAdd" :key="n.id" :value="n.id">{{ n.name }}</option>
      </select>
      <BButton size="sm" variant="outline-primary" :disabled="!adding" @click="add">Add</BButton>
    </div>
    <p v-for="c in cautions" :key="c" class="small-words">{{ c }}</p>
  </div>
</template>

<style scoped>
.doughs {
  overflow-y: auto;
  min-height: 0;
}
h2 {
  font-size: 1.0625rem;
  margin: 0;
}
.dough {
  display: grid;
  grid-template-columns: 1.6rem minmax(0, 1fr) auto auto;
  gap: 4px 8px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.dough label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.letter {
  background: var(--ink);
  color: var(--enamel);
  text-align: center;
  border-radius: 3px;
}
.name span {
  display: block;
}
.full {
  grid-column: 1 / -1;
}
.row {
  display: flex;
  gap: 8px;
  margin: 8px 0;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 0 4px;
}
</style>
