<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { day, fixed } from '@/ui/format'
import PrintSheet from '@/ui/PrintSheet.vue'
import TermWord from '@/ui/TermWord.vue'

const SURE: Record<string, string> = { H: 'well known', M: 'a fair guide', L: 'rough' }
const dough = theDough()
const queryClient = useQueryClient()
const { data: reference } = useReference()
const problem = ref('')
const reading = ref<string | null>(null)
const ticks = ref<string[]>([])
const key = computed(() => ['label', dough.id.value, dough.record.value?.revision])
const {
  data: sheet,
  error,
  refetch,
} = useQuery({
  queryKey: key,
  queryFn: async () => {
    await dough.save()
    return api.label({ params: { path: { dough_id: dough.id.value } } })
  },
})
const there = computed(() =>
  (sheet.value?.allergens ?? []).filter(
    (h) => h.contains.length + h.unread.length + h.may_contain.length > 0,
  ),
)
const absent = computed(() =>
  (sheet.value?.allergens ?? []).filter(
    (h) => h.contains.length + h.unread.length + h.may_contain.length === 0,
  ),
)
const toRead = computed(() => (sheet.value?.suppliers ?? []).filter((s) => s.open.length > 0 || s.read_on))
const codes = computed(() => [...(reference.value?.allergens ?? []), ...(reference.value?.origins ?? [])])
const nameOf = (code: string): string => codes.value.find((a) => a.code === code)?.name ?? code
/** Every allergen, and of origins only what is open: a label seldom speaks of them. */
const asked = (open: string[]): typeof codes.value =>
  codes.value.filter((a) => a.lists !== '' || open.includes(a.code))

function begin(s: Schemas['SupplierOut']): void {
  reading.value = reading.value === s.ingredient ? null : s.ingredient
  ticks.value = [...s.may_contain]
}

async function read(ingredient: string): Promise<void> {
  try {
    const made = await api.readLabel({
      params: { path: { dough_id: dough.id.value } },
      body: { ingredient, codes: ticks.value },
    })
    queryClient.setQueryData(key.value, made)
    // Another label may have been opened meanwhile: it stays open.
    if (reading.value === ingredient) reading.value = null
    problem.value = ''
  } catch (failed) {
    problem.value = words(failed)
  }
}
</script>

<template>
  <PrintSheet
    label="Label sheet"
    :title="`Label sheet, ${sheet?.title ?? ''}`"
    :under="[sheet?.subtitle ?? '', sheet?.sentences[0] ?? '']"
    :pdf="`/api/doughs/${dough.id.value}/label.pdf`"
    :ready="!!sheet"
    :error="error"
    @again="refetch()"
  >
    <template #acts>
      <RouterLink class="btn btn-outline-primary" :to="{ name: 'swaps' }">Back to the swaps</RouterLink>
    </template>
    <template v-if="sheet">
      <p v-if="sheet.against.length" class="alert-words">
        ▲ Not yet shown to be what is wanted: {{ sheet.against.join('; ') }}.
      </p>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <div class="cols">
        <div>
          <h3>Allergens, tops and finishes counted</h3>
          <table class="held">
            <tbody>
              <tr v-for="h in there" :key="h.code">
                <th scope="row">
                  {{ h.name }} <span class="small-words">{{ h.lists }}</span>
                </th>
                <td>
                  <span v-if="h.contains.length"><b>contains</b>: {{ h.contains.join(', ') }}</span>
                  <span v-if="h.may_contain.length"
                    >may contain, by its label: {{ h.may_contain.join(', ') }}</span
                  >
                  <span v-if="h.unread.length" class="alert-words"
                    >△ read the label of {{ h.unread.join(', ') }}</span
                  >
                </td>
              </tr>
            </tbody>
          </table>
          <p class="small-words">Not in it by recipe: {{ absent.map((h) => h.name).join(', ') }}.</p>
          <h3>Ingredients, most first</h3>
          <p class="list">
            <template v-for="(n, i) in sheet.ingredients" :key="n.name"
              ><component :is="n.allergen ? 'b' : 'span'">{{ n.name }}</component
              ><template v-if="n.compound.length"
                >&nbsp;(<template v-for="(c, j) in n.compound" :key="c.name"
                  ><component :is="c.allergen ? 'b' : 'span'">{{ c.name }}</component
                  ><template v-if="j < n.compound.length - 1">, </template></template
                >)</template
              ><template v-if="i < sheet.ingredients.length - 1">, </template></template
            >.
          </p>
          <p class="small-words">
            By weight as mixed; what compounds are made of is typical: the packet’s own list goes in its
            place.
          </p>
          <h3>Said by these figures, never claimed</h3>
          <p v-for="s in sheet.suggests" :key="s" class="small-words">{{ s }}</p>
          <p v-for="n in sheet.notices" :key="n" class="small-words"><b>▲</b> {{ n }}</p>
          <p v-for="n in sheet.sentences.slice(1)" :key="n" class="small-words"><b>▲</b> {{ n }}</p>
        </div>
        <div>
          <h3>
            Nutrition <span class="small-words">{{ SURE[sheet.confidence] }}, by the ingredient table</span>
          </h3>
          <table class="nutrition">
            <thead>
              <tr>
                <th scope="col"><span class="visually-hidden">what</span></th>
                <th scope="col">100 g raw</th>
                <th scope="col">100 g baked</th>
                <th scope="col">
                  a piece<template v-if="sheet.piece_g">, {{ fixed(sheet.piece_g, 0) }} g</template>
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="n in sheet.nutrients" :key="n.key">
                <th scope="row">
                  {{ n.label }} <span class="unit">{{ n.unit }}</span>
                </th>
                <td class="fig">{{ fixed(n.raw_100g, n.digits) }}</td>
                <td class="fig">{{ fixed(n.baked_100g, n.digits) }}</td>
                <td class="fig">{{ fixed(n.piece, n.digits) }}</td>
              </tr>
            </tbody>
          </table>
          <p class="small-words">
            <template v-if="sheet.loss_pct !== null"
              ><TermWord name="bake_loss">Bake loss</TermWord> {{ fixed(sheet.loss_pct, 1) }} %<template
                v-if="sheet.loss_plus_minus"
              >
                ±{{ fixed(sheet.loss_plus_minus, 1) }}</template
              >, {{ sheet.loss_from }}; what is lost is water.</template
            >
            <template v-else>Bake loss unknown, so baked figures stay open.</template>
            <template v-if="sheet.lacks.length"> Open until known: {{ sheet.lacks.join(', ') }}.</template>
          </p>
          <div class="no-print">
            <h3>From your suppliers’ labels</h3>
            <p v-if="toRead.length === 0" class="small-words">No ingredient here leaves a question open.</p>
            <div v-for="s in toRead" :key="s.ingredient" class="supplier">
              <button type="button" :aria-expanded="reading === s.ingredient" @click="begin(s)">
                {{ s.name }}
              </button>
              <span class="small-words">{{
                s.read_on
                  ? `read ${day(s.read_on)}: ${s.may_contain.map(nameOf).join(', ') || 'none named'}`
                  : `may hold ${s.open.map(nameOf).join(', ')}`
              }}</span>
              <form v-if="reading === s.ingredient" class="ticks" @submit.prevent="read(s.ingredient)">
                <p class="small-words">Tick what its label names, contained or as traces:</p>
                <label v-for="a in asked(s.open)" :key="a.code">
                  <input v-model="ticks" type="checkbox" :value="a.code" /> {{ a.name }}
                </label>
                <BButton type="submit" size="sm" variant="outline-primary">
                  {{ ticks.length ? 'Keep what it says' : 'It names none' }}
                </BButton>
              </form>
            </div>
          </div>
        </div>
      </div>
    </template>
  </PrintSheet>
</template>

<style scoped>
h3 {
  font-size: 0.9375rem;
  margin: 12px 0 3px;
}
p {
  margin: 0 0 3px;
}
.held th {
  font-weight: 600;
  white-space: nowrap;
  padding-right: 14px;
  vertical-align: baseline;
}
.held td span {
  display: block;
}
.held tr + tr > * {
  border-top: 1px solid var(--rule);
  padding-top: 2px;
}
.list {
  line-height: 1.35;
}
.nutrition thead th {
  font-weight: 400;
  font-size: 0.8125rem;
  text-align: right;
  color: var(--ink-2);
}
.nutrition tbody th {
  font-weight: 400;
}
.nutrition td {
  text-align: right;
}
.nutrition tbody tr > * {
  border-top: 1px solid var(--rule);
  padding: 1px 0;
}
.supplier > button {
  border: 0;
  background: none;
  padding: 0 8px 0 0;
  color: var(--cobalt);
  text-decoration: underline;
}
.ticks {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1px 12px;
  padding: 4px 0 8px;
  font-size: 0.8125rem;
}
.ticks p {
  grid-column: 1 / -1;
}
</style>
