<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import AddLineDialog from './AddLineDialog.vue'
import BenchDrawer, { type Tab } from './bench/BenchDrawer.vue'
import { useCommands } from '@/ui/commands'
import Completeness from './Completeness.vue'
import FigureStrip from './FigureStrip.vue'
import { focusUnlessTyping } from '@/ui/focus'
import { useHabit } from '@/ui/useHabit'
import ProcessStrip from './ProcessStrip.vue'
import RoleGroup from './RoleGroup.vue'

const dough = theDough()
const habit = useHabit()
const { work, preview, record } = dough
const { data: reference } = useReference()

const adding = ref(false)
/** The line whose ingredient is being changed; null while adding a new one. */
const replacing = ref<string | null>(null)

const bench = ref<Tab | null>(null)
const findings = computed(() =>
  (preview.value?.findings ?? []).filter((f) => f.state === 'look' || f.state === 'act'),
)
/** Percentages of the flour, or of flour + oats + cocoa + nut meal; never both at once. */
const wide = ref(false)
const widens = computed(() => {
  const p = preview.value
  const flour = p?.roles.find((r) => r.role === 'flour')?.grams ?? 0
  return p?.wide_g != null && p.wide_g > flour + 0.5
})
const fresh = ref<string | null>(null)
const gone = ref(true)

const lines = computed(() => new Map((work.value?.draft.lines ?? []).map((x) => [x.id, x] as const)))
const percents = computed(() => new Map((preview.value?.lines ?? []).map((x) => [x.id, x.percent] as const)))
const toppings = computed(() =>
  (work.value?.draft.lines ?? []).filter((x) => x.step === 'top' || x.step === 'finish').map((x) => x.id),
)
const empty = computed(() => (work.value?.draft.lines?.length ?? 0) === 0)
const styleName = computed(
  () => reference.value?.styles.find((s) => s.id === work.value?.style)?.name ?? 'No style',
)

watch(adding, (now) => {
  if (now) gone.value = false
})

useCommands([
  { id: 'add', name: 'Add a line', group: 'Formula', keys: 'a', run: add },
  {
    id: 'bench',
    name: 'Open the bench: findings',
    group: 'Formula',
    keys: 'b',
    run: () => (bench.value = 'findings'),
  },
  {
    id: 'leavening',
    name: 'Leavening: gas, acid, pH',
    group: 'Formula',
    run: () => (bench.value = 'leavening'),
  },
  {
    id: 'parts',
    name: 'Hidden parts: where the water and fat come from',
    group: 'Formula',
    run: () => (bench.value = 'parts'),
  },
  { id: 'sizes', name: 'Scale, whole eggs, divide', group: 'Formula', run: () => (bench.value = 'sizes') },
])

function newId(): string {
  const used = new Set(lines.value.keys())
  let n = lines.value.size + 1
  while (used.has(`l${n}`)) n += 1
  return `l${n}`
}

async function chosen(ingredient: string): Promise<void> {
  const target = replacing.value
  adding.value = false
  if (target !== null) {
    replacing.value = null
    await dough.edit({ op: 'ingredient', line: target, ingredient, habit: habit.value })
    return
  }
  const line = newId()
  await dough.edit({ op: 'add', line, ingredient })
  fresh.value = line
  focusFresh()
}

/** The dialog holds the focus until it is gone: whichever comes last, line or dialog, moves it. */
function focusFresh(): void {
  if (fresh.value === null || !gone.value) return
  const line = fresh.value
  fresh.value = null
  void nextTick(() => focusUnlessTyping(document.querySelector(`[data-line="${line}"] input`), '.formula'))
}
function hidden(): void {
  gone.value = true
  setTimeout(focusFresh)
}

function replace(line: string): void {
  replacing.value = line
  adding.value = true
}
function add(): void {
  replacing.value = null
  adding.value = true
}
</script>

<template>
  <section class="formula panel" aria-label="Formula">
    <header>
      <h2>Formula</h2>
      <label class="style">
        <span
          class="small-words"
          title="The bar is the usual range of the style, the tick its typical formula"
          >bands for</span
        >
        <select
          class="form-select form-select-sm"
          :value="work?.style"
          aria-label="Style whose usual ranges are shown"
          @change="dough.change({ style: ($event.target as HTMLSelectElement).value })"
        >
          <option value="">no style</option>
          <option v-for="s in reference?.styles ?? []" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select>
      </label>
      <label v-if="widens" class="wide small-words"
        ><input v-model="wide" type="checkbox" /> with oats, cocoa and nut meal</label
      >
      <span class="push" />
      <BButton
        size="sm"
        variant="outline-primary"
        class="tool"
        :class="{ acts: findings.some((f) => f.state === 'act') }"
        @click="bench = 'findings'"
      >
        Findings <b v-if="findings.length" class="count">{{ findings.length }}</b>
      </BButton>
      <BButton size="sm" variant="outline-primary" class="tool" @click="bench = 'leavening'"
        >Leavening</BButton
      >
      <BButton size="sm" variant="outline-primary" class="tool" @click="bench = 'parts'">Parts</BButton>
      <BButton size="sm" variant="outline-primary" class="tool" @click="bench = 'sizes'">Sizes</BButton>
      <BButton size="sm" variant="outline-primary" @click="add">Add line</BButton>
    </header>
    <div class="lines">
      <p v-if="preview?.percent_note" class="alert-words note">▲ {{ preview.percent_note }}</p>
      <Completeness />
      <div v-if="empty" class="nothing">
        <p><b>An empty page.</b> Start with the flour: every percentage is taken on it.</p>
        <BButton variant="primary" @click="add">Add the first line</BButton>
      </div>
      <RoleGroup
        v-for="r in preview?.roles ?? []"
        :key="r.role"
        :role="r"
        :lines="lines"
        :percents="percents"
        :style-name="styleName"
        :wide="wide && widens"
        @replace="replace"
        @add="add"
      />
      <RoleGroup
        v-if="toppings.length"
        :role="null"
        :extra="toppings"
        :lines="lines"
        :percents="percents"
        :style-name="styleName"
        :wide="wide && widens"
        @replace="replace"
        @add="add"
      />
    </div>
    <ProcessStrip />
    <FigureStrip :figures="preview?.figures ?? []" />
    <BenchDrawer v-model="bench" />
    <AddLineDialog v-model="adding" :replacing="replacing !== null" @chosen="chosen" @hidden="hidden" />
    <span class="visually-hidden">{{ record?.versions.length }} versions kept</span>
  </section>
</template>

<style scoped>
.wide {
  white-space: nowrap;
}
.tool {
  border: 0;
  background: none;
  padding: 0;
  color: var(--cobalt);
  white-space: nowrap;
}
.tool:hover {
  text-decoration: underline;
}
.count {
  background: var(--cobalt-wash);
  border-radius: 8px;
  padding: 0 6px;
}
.acts .count {
  background: var(--alert-wash);
  color: var(--alert);
}
.formula {
  position: relative;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
.style {
  display: flex;
  align-items: center;
  gap: 6px;
}
.style span,
header .btn {
  white-space: nowrap;
}
.style select {
  width: auto;
}
.push {
  flex: 1;
}
.lines {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 2px 14px 8px;
}
.note {
  margin: 6px 0;
}
.nothing {
  padding: 2.5rem 1rem;
  text-align: center;
}
@media (max-width: 1150px) {
  header {
    gap: 6px;
  }
}
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
  }
}
</style>
