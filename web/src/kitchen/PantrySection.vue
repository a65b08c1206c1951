<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useFurnished, usePantry, useReference, useRights } from '@/api/queries'
import OwnDialog from '@/stages/formula/OwnDialog.vue'
import { day } from '@/ui/format'

type Own = Schemas['OwnOut']

/** The cook's own ingredients, and what was read on suppliers' labels. */
const { data: pantry, error } = usePantry()
const { data: furnished } = useFurnished()
const { data: reference, ingredients } = useReference()
const may = useRights()
const queryClient = useQueryClient()
const open = ref(false)
const chosen = ref<Own | null>(null)
const problem = ref('')
const retiredToo = ref(false)
const shown = computed(() => (pantry.value ?? []).filter((o) => retiredToo.value || !o.retired))
const gone = computed(() => (pantry.value ?? []).filter((o) => o.retired).length)
const WAYS: Record<string, string> = {
  label: 'from its label',
  blend: 'a blend',
  protein: 'set to a protein',
}
const name = (id: string): string => ingredients.value.get(id)?.name ?? id
const allergens = (codes: string[]): string =>
  codes.length
    ? codes.map((c) => reference.value?.allergens.find((a) => a.code === c)?.name ?? c).join(', ')
    : 'names none'

function edit(own: Own | null): void {
  chosen.value = own
  open.value = true
}
async function retire(own: Own): Promise<void> {
  problem.value = ''
  try {
    await api.retireOwn({
      params: { path: { key: own.ingredient.id } },
      body: { version: own.version, back: own.retired === true },
    })
  } catch (failed) {
    problem.value = words(failed)
  }
  await askAnew(queryClient, 'pantry')
}
</script>

<template>
  <section class="panel pantry" aria-label="Pantry">
    <header>
      <h1>Your own ingredients</h1>
      <BButton v-if="may('develop')" size="sm" variant="outline-primary" @click="edit(null)"
        >From a label, a blend …</BButton
      >
    </header>
    <p v-if="error || problem" class="alert-words" role="alert">▲ {{ problem || words(error) }}</p>
    <p v-if="pantry && !shown.length" class="small-words">
      None yet. What the table does not know is made here: from a packet’s label, as a blend, or a flour set
      to a protein.
    </p>
    <ul>
      <li v-for="o in shown" :key="o.ingredient.id">
        <span
          ><b>{{ o.ingredient.name }}</b
          >{{ ' '
          }}<span class="small-words">
            {{ WAYS[o.recipe.way] ?? o.recipe.way }}, version {{ o.version
            }}{{ o.retired ? ', out of use' : '' }}</span
          ></span
        >
        <span v-if="may('develop')" class="acts">
          <button type="button" class="btn btn-link small-words" @click="edit(o)">
            Change<span class="visually-hidden"> {{ o.ingredient.name }}</span>
          </button>
          <button type="button" class="btn btn-link small-words" @click="retire(o)">
            {{ o.retired ? 'Use it again' : 'Retire it'
            }}<span class="visually-hidden">: {{ o.ingredient.name }}</span>
          </button>
        </span>
      </li>
    </ul>
    <BFormCheckbox v-if="gone" v-model="retiredToo" class="small-words"
      >show the {{ gone }} out of use</BFormCheckbox
    >
    <h2>Suppliers’ labels that were read</h2>
    <p v-if="furnished && !furnished.labels.length" class="small-words">
      None yet. A need marks what has to be read; the tick on its line keeps what it said.
    </p>
    <table v-else-if="furnished" class="table table-sm">
      <thead>
        <tr>
          <th>Ingredient</th>
          <th>May contain</th>
          <th>Read</th>
          <th>By</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="l in furnished.labels" :key="l.ingredient">
          <td>{{ name(l.ingredient) }}</td>
          <td>{{ allergens(l.may_contain) }}</td>
          <td>{{ day(l.read_on) }}</td>
          <td>{{ l.by }}</td>
        </tr>
      </tbody>
    </table>
    <OwnDialog v-model="open" :own="chosen" />
  </section>
</template>

<style scoped>
.pantry {
  padding: 12px 16px 14px;
  max-width: 860px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
h1,
h2 {
  font-size: 1.125rem;
  margin: 0 0 6px;
}
h2 {
  margin-top: 22px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}
.acts {
  display: flex;
  gap: 14px;
}
</style>
