<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import type { Draft } from '@/dough/useDough'
import { clock, day } from '@/ui/format'
import StageTabs from '@/ui/StageTabs.vue'
import { partsOf } from '../stages'
import DifferenceTable from './DifferenceTable.vue'
import KeptDrafts from './KeptDrafts.vue'
import { lineage } from './lineage'
import WriteOut from './WriteOut.vue'

const ROW = 84
const COLUMN = 18
const DRAFT = 0
const LOOKED = -1
const router = useRouter()
const dough = theDough()
const { record, work } = dough

const { data: recipe } = useQuery({
  queryKey: ['recipeKept', dough.id],
  queryFn: () => api.recipeKept({ params: { path: { dough_id: dough.id.value } } }),
})
const nodes = computed(() => lineage(record.value?.versions ?? []))
const columns = computed(() => Math.max(1, ...nodes.value.map((n) => n.column + 1)))
const a = ref<number | null>(null)
const b = ref<number>(DRAFT)
const found = shallowRef<Schemas['DifferenceOut'] | null>(null)
const problem = ref('')
/** A draft between versions that is looked at. */
const looked = shallowRef<Schemas['KeptDraftOut'] | null>(null)
const label = (n: number): string => {
  if (n === LOOKED && looked.value)
    return `draft of ${day(looked.value.saved_at)}, ${clock(looked.value.saved_at)}`
  return n === DRAFT ? 'draft' : `v${n}`
}
function look(kept: Schemas['KeptDraftOut']): void {
  looked.value = kept
  a.value = LOOKED
  b.value = DRAFT
}
const x = (column: number): number => 12 + column * COLUMN
const y = (row: number): number => 20 + row * ROW

watch(
  record,
  (r) => {
    if (a.value === null && r) a.value = r.draft_parent ?? r.versions.at(-1)?.number ?? null
  },
  { immediate: true },
)
watch([a, b, looked, () => dough.preview.value], () => void compare(), { immediate: true })

async function draftOf(number: number): Promise<Draft | null> {
  if (number === DRAFT) return work.value?.draft ?? null
  if (number === LOOKED)
    return api.keptDraft({ params: { path: { dough_id: dough.id.value, kept_id: looked.value?.id ?? 0 } } })
  return api.version({
    params: { path: { dough_id: dough.id.value, number } },
  })
}

async function compare(): Promise<void> {
  if (a.value === null) return
  const [from, to] = [a.value, b.value]
  try {
    const [one, other] = await Promise.all([draftOf(from), draftOf(to)])
    if (!one || !other) return
    const answer = await api.difference({
      body: {
        a: one,
        b: other,
        style: work.value?.style ?? '',
        dough_id: dough.id.value,
      },
    })
    if (from === a.value && to === b.value) found.value = answer
    problem.value = ''
  } catch (error) {
    problem.value = words(error)
  }
}

async function goOn(number: number): Promise<void> {
  try {
    await dough.goOnFrom(number)
    await router.push({ name: 'formula' })
  } catch (error) {
    problem.value = words(error)
  }
}

async function copy(number: number): Promise<void> {
  const name = `${work.value?.name ?? 'Dough'}, from version ${number}`.slice(0, 80)
  try {
    const made = await api.createDough({
      body: { name, start: 'version', copy_of: dough.id.value, version: number },
    })
    await router.push(`/dough/${made.id}/formula`)
  } catch (error) {
    problem.value = words(error)
  }
}
</script>

<template>
  <div class="whole">
    <StageTabs label="Parts of Versions" :tabs="partsOf('versions')" />
    <section class="versions panel" aria-label="Versions">
      <div class="tree">
        <header>
          <h2>Versions</h2>
          <WriteOut />
          <RouterLink
            v-if="recipe"
            class="btn btn-sm btn-outline-primary"
            :to="{ name: 'paste', query: { again: dough.id.value } }"
            >{{
              recipe.better ? 'Read its recipe again: the reader has learned' : 'Its recipe as written'
            }}</RouterLink
          >
        </header>
        <p v-if="nodes.length === 0" class="nothing">
          None kept yet. “Keep as version 1” freezes the formula as it stands, with a note.
        </p>
        <div class="list" :style="{ paddingLeft: `${x(columns)}px` }">
          <svg
            v-if="nodes.length"
            class="lines"
            :width="x(columns)"
            :height="nodes.length * ROW"
            aria-hidden="true"
          >
            <template v-for="(n, row) in nodes" :key="n.version.number">
              <path
                v-if="n.parentRow !== null"
                :d="`M${x(n.column)} ${y(row)} V${y(n.parentRow) - 14} L${x(nodes[n.parentRow]?.column ?? 0)} ${y(n.parentRow)}`"
              />
              <circle
                :cx="x(n.column)"
                :cy="y(row)"
                r="5"
                :class="{ now: n.version.number === record?.draft_parent }"
              />
            </template>
          </svg>
          <article v-for="n in nodes" :key="n.version.number" :style="{ height: `${ROW}px` }">
            <p class="line note" :title="n.version.note">
              <b>{{ n.version.number }}</b> {{ n.version.note }}
            </p>
            <p class="small-words line">
              {{ n.version.kept_by }}, {{ day(n.version.kept_at)
              }}<template v-if="n.version.bakes"
                >, {{ n.version.bakes }} {{ n.version.bakes === 1 ? 'bake' : 'bakes' }}</template
              >
            </p>
            <p class="small-words line ways">
              <BButton size="sm" variant="link" @click="goOn(n.version.number)">
                go on<span class="visually-hidden"> from version {{ n.version.number }}</span>
              </BButton>
              <BButton size="sm" variant="link" @click="copy(n.version.number)">
                copy<span class="visually-hidden"> version {{ n.version.number }} to a new dough</span>
              </BButton>
              <RouterLink :to="{ name: 'sheet', query: { version: n.version.number } }"
                >bench sheet<span class="visually-hidden">
                  of version {{ n.version.number }}</span
                ></RouterLink
              >
              <RouterLink :to="{ name: 'card', query: { version: n.version.number } }"
                >card<span class="visually-hidden"> of version {{ n.version.number }}</span></RouterLink
              >
            </p>
          </article>
        </div>
        <KeptDrafts @look="look" />
      </div>
      <div class="compare">
        <header>
          <h2>Side by side</h2>
          <BFormSelect v-model.number="a" size="sm" aria-label="First of the two">
            <BFormSelectOption v-for="n in nodes" :key="n.version.number" :value="n.version.number">
              version {{ n.version.number }}
            </BFormSelectOption>
            <BFormSelectOption v-if="looked" :value="LOOKED">{{ label(LOOKED) }}</BFormSelectOption>
          </BFormSelect>
          <span>and</span>
          <BFormSelect v-model.number="b" size="sm" aria-label="Second of the two">
            <BFormSelectOption :value="DRAFT">the draft</BFormSelectOption>
            <BFormSelectOption v-for="n in nodes" :key="n.version.number" :value="n.version.number">
              version {{ n.version.number }}
            </BFormSelectOption>
          </BFormSelect>
          <RouterLink
            v-if="a !== null && a > 0 && b > 0 && a !== b"
            class="btn btn-sm btn-outline-primary"
            :to="{
              name: 'panels',
              query: { first: a, second: b, settles: `whether version ${b} takes the place of ${a}` },
            }"
            >Can they be told apart?</RouterLink
          >
        </header>
        <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
        <DifferenceTable v-if="found && a !== null" :difference="found" :a="label(a)" :b="label(b)" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.whole {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.versions {
  display: grid;
  grid-template-columns: minmax(250px, 350px) minmax(0, 1fr);
  min-height: 0;
  flex: 1;
}
.tree,
.compare {
  min-height: 0;
  overflow-y: auto;
  padding: 8px 14px;
}
.tree {
  border-right: 1px solid var(--rule);
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 8px;
}
header select {
  width: auto;
}
h2 {
  font-size: 1.125rem;
  margin: 0;
  flex: 1;
}
.compare h2 {
  flex: none;
}
.list {
  position: relative;
}
.lines {
  position: absolute;
  left: 0;
  top: 0;
}
path {
  fill: none;
  stroke: var(--graph-strong);
  stroke-width: 2;
}
circle {
  fill: var(--enamel);
  stroke: var(--cobalt);
  stroke-width: 2;
}
.now {
  fill: var(--butter);
}
article {
  padding-top: 9px;
}
.line {
  margin: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.note {
  white-space: normal;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  line-height: 1.2;
}
@media (max-width: 1100px) {
  .versions {
    grid-template-columns: minmax(0, 1fr);
    grid-auto-rows: max-content;
    overflow-y: auto;
  }
  .tree,
  .compare {
    overflow-y: visible;
  }
}
@media (max-width: 900px) {
  .versions {
    height: auto;
  }
}
.ways {
  display: flex;
  gap: 14px;
}
</style>
