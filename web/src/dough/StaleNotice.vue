<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { clock, fixed, grams } from '@/ui/format'
import { theDough } from './key'
import { merge, type Side } from './merge'

const dough = theDough()
const { theirs, work, takeTheirs, keepMine } = dough
const found = shallowRef<Schemas['DifferenceOut'] | null>(null)
const lines = ref<Record<string, Side>>({})
const process = ref<Record<string, Side>>({})
const whole = ref<Record<string, Side>>({})
const problem = ref('')
const WHOLE = [
  { key: 'name', label: 'Name' },
  { key: 'style', label: 'Style' },
  { key: 'target', label: 'Target' },
] as const
const wholes = computed(() =>
  WHOLE.filter((w) => JSON.stringify(work.value?.[w.key]) !== JSON.stringify(theirs.value?.[w.key])),
)
/** A name or style in words; a target by its size. */
function shown(side: Side, key: (typeof WHOLE)[number]['key']): string {
  const from = side === 'mine' ? work.value : theirs.value
  if (!from) return ''
  if (key !== 'target') return from[key] || 'none'
  const c = from.target.cookie
  return `${fixed(c?.diameter_mm, 0)} × ${fixed(c?.height_mm, 1)} mm, ${from.target.source ?? ''}`
}
interface Row {
  id: string
  label: string
  mine: string
  theirs: string
  side: Side
  take: (side: Side) => void
}
/** Every difference as one row: the lines, then name, style and target, then the process. */
const rows = computed<Row[]>(() => {
  const pick = (into: typeof lines, key: string): Pick<Row, 'side' | 'take'> => ({
    side: into.value[key] ?? 'mine',
    take: (side) => (into.value = { ...into.value, [key]: side }),
  })
  const amount = (g: number | null, percent: number | null): string => `${grams(g)} g, ${fixed(percent, 1)} %`
  return [
    ...(found.value?.lines ?? [])
      .filter((x) => x.state !== 'same')
      .map((x) => ({
        id: x.line_id,
        label: x.name,
        mine: amount(x.a_g, x.a_percent),
        theirs: amount(x.b_g, x.b_percent),
        ...pick(lines, x.line_id),
      })),
    ...wholes.value.map((w) => ({
      id: w.key,
      label: w.label,
      mine: shown('mine', w.key),
      theirs: shown('theirs', w.key),
      ...pick(whole, w.key),
    })),
    ...(found.value?.process ?? []).map((p) => ({
      id: p.field,
      label: p.label,
      mine: p.a,
      theirs: p.b,
      ...pick(process, p.field),
    })),
  ]
})

watch([theirs, () => work.value?.draft], () => void compare(), { immediate: true })

async function compare(): Promise<void> {
  const [a, b] = [work.value?.draft, theirs.value?.draft]
  if (!a || !b) return
  try {
    found.value = await api.difference({ body: { a, b, style: work.value?.style ?? '' } })
  } catch (error) {
    problem.value = words(error)
  }
}

async function saveMerged(): Promise<void> {
  const [a, b] = [work.value?.draft, theirs.value?.draft]
  if (!a || !b) return
  const picked = wholes.value.filter((w) => whole.value[w.key] === 'theirs').map((w) => w.key)
  const from = theirs.value
  if (from && picked.length) {
    dough.change(Object.fromEntries(picked.map((key) => [key, from[key]])))
  }
  dough.replaceDraft(merge(a, b, lines.value, process.value))
  await keepMine()
}
</script>

<template>
  <section class="panel stale" aria-label="Changed elsewhere">
    <div role="alert">
      <b>▲ Changed elsewhere.</b> {{ theirs?.saved_by }} saved this dough at
      {{ theirs ? clock(theirs.saved_at) : '' }} after you opened it. Nothing of yours is lost and nothing of
      theirs is written over.
    </div>
    <p v-if="problem" class="alert-words">▲ {{ problem }}</p>
    <table v-if="rows.length">
      <thead>
        <tr>
          <th scope="col">Where the two differ</th>
          <th scope="col">mine</th>
          <th scope="col">theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.id">
          <th scope="row">{{ r.label }}</th>
          <td v-for="side in ['mine', 'theirs'] as const" :key="side">
            <label
              ><input
                type="radio"
                :name="`merge-${r.id}`"
                :checked="r.side === side"
                :aria-label="`${r.label}: ${side}`"
                @change="r.take(side)"
              />
              <span class="fig">{{ r[side] }}</span></label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else-if="found" class="small-words">Both sides are the same.</p>
    <div class="acts">
      <BButton size="sm" variant="outline-primary" @click="takeTheirs">Go on with theirs</BButton>
      <BButton size="sm" variant="primary" @click="saveMerged">Save what is picked</BButton>
    </div>
  </section>
</template>

<style scoped>
.stale {
  padding: 8px 12px;
  border-top-color: var(--alert);
  max-height: 50vh;
  overflow-y: auto;
  flex: none;
}
table {
  width: 100%;
  margin-top: 6px;
}
th {
  font-weight: 400;
}
td,
th {
  border-bottom: 1px solid var(--rule);
  padding: 2px 8px 2px 0;
}
.acts {
  display: flex;
  gap: 10px;
  justify-content: flex-end;
  margin-top: 8px;
}
</style>
