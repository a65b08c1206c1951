<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { words } from '@/api/client'
import { askAnew } from '@/api/askAnew'
import { useFurnished, useRights } from '@/api/queries'
import FactFields from './FactFields.vue'
import UndoBar from './UndoBar.vue'
import type { Kind } from './facts'
import { useThing } from './useThing'

/** The kitchen itself: where it sells and eats, its room, how figures are written. */
const { data, error, refetch } = useFurnished()
const may = useRights()
const queryClient = useQueryClient()
const NONE: Kind = { id: 'kitchen', one: '', many: '', about: '', example: '', fields: [] }
const kind = computed(() => data.value?.kinds.find((k) => k.id === 'kitchen') ?? NONE)
const kitchen = computed(() => data.value?.kitchen ?? null)
const form = useThing(kind, kitchen)
const GROUPS = [
  { name: 'Who and where', fields: ['name', 'about', 'region', 'currency'] },
  { name: 'The room', fields: ['room_c', 'humidity_pct', 'altitude_m'] },
  { name: 'How figures are written', fields: ['units', 'numbers', 'dates', 'zone'] },
]
/** What no group names is still asked, in one of its own. */
const groups = computed(() => {
  const named = new Set(GROUPS.flatMap((g) => g.fields))
  const rest = kind.value.fields.filter((f) => !named.has(f.name))
  return [
    ...GROUPS.map((g) => ({
      name: g.name,
      fields: g.fields.flatMap((n) => kind.value.fields.filter((f) => f.name === n)),
    })),
    ...(rest.length ? [{ name: 'For photos', fields: rest }] : []),
  ]
})

async function save(): Promise<void> {
  if (await form.save()) await askAnew(queryClient, 'session')
}
</script>

<template>
  <section class="panel itself" aria-label="Room and habits">
    <h1>Room and habits</h1>
    <div v-if="error" role="alert">
      <p>{{ words(error) }}</p>
      <BButton variant="primary" @click="refetch()">Try again</BButton>
    </div>
    <form v-if="kitchen" @submit.prevent="save">
      <section v-for="g in groups" :key="g.name">
        <h2>{{ g.name }}</h2>
        <FactFields
          v-model="form.facts.value"
          :fields="g.fields"
          :problems="form.problems.value"
          :theirs="form.theirs.value"
          :disabled="!may('furnish')"
        />
      </section>
      <div class="acts">
        <BButton
          v-if="may('furnish')"
          type="submit"
          size="sm"
          variant="primary"
          :disabled="form.busy.value || !form.isChanged.value"
          >Save</BButton
        >
        <BButton v-if="form.isChanged.value" size="sm" variant="outline-primary" @click="form.start()"
          >Leave it as it was</BButton
        >
        <UndoBar :done="form.done.value" :problem="form.problem.value" @take-back="form.takeBack()" />
      </div>
    </form>
  </section>
</template>

<style scoped>
.itself {
  padding: 12px 16px 14px;
  max-width: 860px;
}
form > section {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 12px;
  border-top: 1px solid var(--rule);
  padding: 10px 0;
}
h1 {
  font-size: 1.125rem;
  margin: 0 0 8px;
}
h2 {
  font-size: 0.9375rem;
  font-weight: 400;
  color: var(--ink-2);
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
@media (max-width: 700px) {
  form > section {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
