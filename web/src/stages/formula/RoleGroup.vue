<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import type { Draft } from '@/dough/useDough'
import { fixed, grams, roleWord } from '@/ui/format'
import RatioRail from '@/ui/RatioRail.vue'
import RoleMark from '@/ui/RoleMark.vue'
import LineRow from './LineRow.vue'

type Line = Schemas['LineDoc']

const props = defineProps<{
  role: Schemas['RoleOut'] | null
  extra?: string[]
  lines: Map<string, Line>
  percents: Map<string, number | null>
  styleName: string
  wide: boolean
}>()
defineEmits<{ replace: [string]; add: [] }>()

const dough = theDough()
const base = ref<Draft | null>(null)

const ids = computed(() => props.role?.line_ids ?? props.extra ?? [])
const rows = computed(() =>
  ids.value.map((i) => props.lines.get(i)).filter((x): x is Line => x !== undefined),
)
const out = computed(() => ['low', 'high', 'unknown'].includes(props.role?.state ?? ''))
const problem = computed(() => (props.role ? dough.problemAt(`roles.${props.role.role}`) : ''))
const sum = computed(() => {
  const r = props.role
  if (!r) return ''
  if (r.lacks.length === 0) return grams(r.grams)
  return r.grams > 0 ? `${grams(r.grams)} + ?` : '?'
})
const title = computed(() => (props.role ? roleWord(props.role.role) : 'On top and after'))

/** Lines move among those of their own role; a line dropped on another takes its place. */
function place(moved: string, at: string): void {
  const to = (dough.work.value?.draft.lines ?? []).findIndex((x) => x.id === at)
  if (to >= 0) void dough.edit({ op: 'move', line: moved, to })
}
function shift(line: string, by: number): void {
  const at = ids.value.indexOf(line)
  const neighbour = ids.value[at + by]
  if (neighbour !== undefined) place(line, neighbour)
}

function grab(): void {
  base.value = dough.work.value?.draft ?? null
}
function move(percent: number): void {
  if (props.role && base.value) {
    void dough.edit({ op: 'role', role: props.role.role, percent }, { passing: true, base: base.value })
  }
}
function settle(percent: number): void {
  if (props.role && base.value) {
    void dough.edit({ op: 'role', role: props.role.role, percent }, { base: base.value })
  }
  base.value = null
}
function nudge(percent: number): void {
  if (props.role) void dough.edit({ op: 'role', role: props.role.role, percent })
}
</script>

<template>
  <div class="group" role="group" :aria-label="title">
    <div class="head">
      <RoleMark :role="role?.role ?? 'fold-in'" />
      <h3>{{ title }}</h3>
      <RatioRail
        v-if="role?.band"
        :label="title"
        :value="role.rail"
        :min="role.rail_min"
        :max="role.rail_max"
        :low="role.band.low"
        :high="role.band.high"
        :typical="role.typical"
        :disabled="role.line_ids.length === 0"
        @grab="grab"
        @move="move"
        @settle="settle"
        @nudge="nudge"
      />
      <span v-else-if="role?.role === 'flour'" class="rest small-words"
        >the base: every percentage is of the flour</span
      >
      <span v-else-if="!role" class="rest small-words">on the label, not in the ratios</span>
      <span v-else class="rest small-words">{{
        role.rail !== null && styleName !== 'No style' ? 'no usual range' : ''
      }}</span>
      <b class="fig sum">{{ sum }}<span v-if="role" class="unit"> g</span></b>
      <b class="fig sum"
        >{{ role ? fixed(wide ? role.percent_wide : role.percent, 1) : ''
        }}<span v-if="role" class="unit"> %</span></b
      >
      <button
        v-if="rows.length === 0"
        type="button"
        class="none"
        :aria-label="`Add a ${title.toLowerCase()} line`"
        :title="`Add a ${title.toLowerCase()} line`"
        @click="$emit('add')"
      >
        +
      </button>
      <span v-else />
    </div>
    <p v-if="out && role?.words && rows.length === 0" class="alert-words words">▲ {{ role.words }}</p>
    <p v-if="problem" class="alert-words words" role="alert">▲ {{ problem }}</p>
    <LineRow
      v-for="(line, n) in rows"
      :key="line.id"
      v-memo="[
        line.grams,
        line.amount,
        line.unit,
        line.step,
        line.said,
        line.range_g?.join(),
        line.ingredient,
        percents.get(line.id),
        n === 0 && out ? role?.words : '',
      ]"
      :line="line"
      :finding="n === 0 && out ? (role?.words ?? '') : ''"
      :percent="percents.get(line.id) ?? null"
      @replace="$emit('replace', line.id)"
      @shift="shift(line.id, $event)"
      @drop="place($event, line.id)"
    />
  </div>
</template>

<style scoped>
.group {
  border-bottom: 1px solid var(--rule);
  padding: 2px 0;
}
.head {
  display: grid;
  grid-template-columns: 16px 84px minmax(0, 1fr) 94px 84px 26px;
  align-items: center;
  gap: 8px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0;
}
.sum {
  text-align: right;
  font-weight: 650;
}
.sum .unit {
  font-weight: 400;
}
.words {
  margin: 0 0 2px 24px;
}
.none {
  border: 0;
  background: none;
  padding: 0;
  font-weight: 700;
  color: var(--cobalt);
}
@media (max-width: 700px) {
  .head {
    grid-template-columns: 16px 70px minmax(0, 1fr) 62px 66px;
  }
  .head .rail,
  .head .rest {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
