<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words } from '@/api/client'
import { useFurnished, useKitchen } from '@/api/queries'
import TopBar from '@/ui/TopBar.vue'
import FactFields from './FactFields.vue'
import type { Facts, Field, Kind } from './facts'

interface Row {
  kind: string
  on: boolean
  fields: string[]
  facts: Facts
}

/** The first sheet: what most kitchens have, filled in with what is usual; a tick takes a row in. */
const { data } = useFurnished()
const { data: kitchen } = useKitchen()
const router = useRouter()
const queryClient = useQueryClient()
const problem = ref('')
const problems = ref<Record<string, string>>({})
const busy = ref(false)
const rows = ref<Row[]>([
  {
    kind: 'oven',
    on: true,
    fields: ['name', 'heat', 'fan', 'shelves', 'preheat_min'],
    facts: { name: 'Oven', heat: 'electric', fan: false, shelves: '2', preheat_min: '25' },
  },
  {
    kind: 'tray',
    on: true,
    fields: ['name', 'width_mm', 'depth_mm', 'material', 'how_many'],
    facts: {
      name: 'Tray',
      width_mm: '400',
      depth_mm: '300',
      material: 'aluminium',
      liner: 'paper',
      how_many: '2',
    },
  },
  {
    kind: 'mixer',
    on: true,
    fields: ['name', 'kind', 'bowl_l', 'least_g', 'most_g'],
    facts: { name: 'Mixer', kind: 'stand', bowl_l: '4.8', least_g: '300', most_g: '1600' },
  },
  {
    kind: 'scale',
    on: true,
    fields: ['name', 'reads_g', 'most_g'],
    facts: { name: 'Scale', reads_g: '1', most_g: '5000' },
  },
  {
    kind: 'cold',
    on: true,
    fields: ['name', 'kind', 'temp_c'],
    facts: { name: 'Fridge', kind: 'fridge', temp_c: '4' },
  },
  {
    kind: 'cold',
    on: false,
    fields: ['name', 'kind', 'temp_c'],
    facts: { name: 'Freezer', kind: 'freezer', temp_c: '-18' },
  },
  {
    kind: 'scoop',
    on: false,
    fields: ['name', 'number', 'measured_g'],
    facts: { name: 'Scoop', number: '24', measured_g: '' },
  },
  {
    kind: 'cutter',
    on: false,
    fields: ['name', 'outline', 'width_mm'],
    facts: { name: 'Cutter', outline: 'round', width_mm: '60' },
  },
])
const kindOf = (id: string): Kind | undefined => data.value?.kinds.find((k) => k.id === id)
const fieldsOf = (row: Row): Field[] =>
  row.fields.flatMap((n) => kindOf(row.kind)?.fields.filter((f) => f.name === n) ?? [])
function problemsOf(row: Row): Record<string, string> {
  const at = `things.${rows.value.filter((r) => r.on).indexOf(row)}.`
  return Object.fromEntries(
    Object.entries(problems.value).flatMap(([where, said]) =>
      where.startsWith(at) ? [[where.slice(at.length), said]] : [],
    ),
  )
}

async function take(nothing = false): Promise<void> {
  busy.value = true
  problem.value = ''
  problems.value = {}
  try {
    const things = nothing
      ? []
      : rows.value.filter((r) => r.on).map((r) => ({ kind: r.kind, facts: r.facts }))
    queryClient.setQueryData(['furnished'], await api.furnishFirst({ body: { things } }))
    await askAnew(queryClient, 'kitchen')
    await router.push({ name: nothing ? 'shelf' : 'kitchen' })
  } catch (failed) {
    problem.value = words(failed)
    problems.value = failed instanceof ApiError ? failed.byField : {}
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <TopBar
    ><span class="name">{{ kitchen?.name }}</span></TopBar
  >
  <main id="main" class="panel first">
    <h1>What does your kitchen have?</h1>
    <p>
      These are what most kitchens have. Change what differs, untick what is not there; all of it can be
      changed later, and an oven’s true heat is best tested with a thermometer.
    </p>
    <form @submit.prevent="take()">
      <div v-for="(row, n) in rows" :key="n" class="row" :class="{ off: !row.on }">
        <BFormCheckbox v-model="row.on">{{
          row.on ? (kindOf(row.kind)?.one ?? row.kind) : row.facts.name
        }}</BFormCheckbox>
        <FactFields
          v-model="row.facts"
          :fields="fieldsOf(row)"
          :problems="problemsOf(row)"
          :disabled="!row.on"
        />
      </div>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <div class="acts">
        <BButton type="submit" variant="primary" :disabled="busy">Furnish the kitchen</BButton>
        <BButton variant="outline-primary" :disabled="busy" @click="take(true)">Not now</BButton>
      </div>
    </form>
  </main>
</template>

<style scoped>
.name {
  font-weight: 650;
}
.first {
  max-width: 1040px;
  margin: 14px auto;
  padding: 14px 20px 18px;
}
h1 {
  font-size: 1.5rem;
  margin: 0;
}
p {
  margin: 4px 0 10px;
}
.row {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
.off :deep(.fields) {
  display: none;
}
.row :deep(.fields) {
  grid-template-columns: repeat(5, minmax(110px, 1fr));
}
.row :deep(.fields p.small-words),
.row :deep(.hint) {
  display: none;
}
.acts {
  display: flex;
  gap: 10px;
  margin-top: 10px;
}
@media (max-width: 800px) {
  .row,
  .row :deep(.fields) {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
