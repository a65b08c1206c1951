<script setup lang="ts">
import { computed, ref } from 'vue'
import IconX from '~icons/lucide/x'
import type { Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import AmountBox from '@/ui/AmountBox.vue'
import { grams, stepWord } from '@/ui/format'
import { useHabit } from '@/ui/useHabit'

const props = defineProps<{ line: Schemas['LineDoc']; percent: number | null; finding: string }>()
const emit = defineEmits<{ replace: []; shift: [number]; drop: [string] }>()

const dough = theDough()
const habit = useHabit()
const { ingredients, data: reference } = useReference()
const ingredient = computed(() => ingredients.value.get(props.line.ingredient))
/** What nobody has said yet goes by its words. */
const open = computed(() => ingredient.value?.open ?? false)
const name = computed(() =>
  open.value && props.line.said ? `“${props.line.said}”` : (ingredient.value?.name ?? props.line.ingredient),
)
const shownGrams = computed(() => (props.line.grams === null ? '' : grams(props.line.grams)))
const shownPercent = computed(() => props.percent?.toFixed(1) ?? '')
const where = computed(() => `lines.${props.line.id}`)
const gramsProblem = computed(
  () => dough.problemAt(`${where.value}.grams`) || dough.problemAt(`${where.value}.amount`),
)
const percentProblem = computed(() => dough.problemAt(`${where.value}.percent`))
const problem = computed(() => gramsProblem.value || percentProblem.value || dough.problemAt(where.value))
const marksText = computed(() => dough.marks.value.get(props.line.id) ?? '[]')
const marks = computed(() => JSON.parse(marksText.value) as Schemas['Mark'][])
const noPercent = computed(() => props.line.step === 'top' || props.line.step === 'finish')

const byFeel = computed(() => {
  const span = props.line.range_g
  return span ? `${grams(span[0])} to ${grams(span[1])} g, by feel` : ''
})

const over = ref(false)
const KIND = 'application/x-tarte-line'
function take(event: DragEvent): void {
  event.dataTransfer?.setData(KIND, props.line.id)
}
function allow(event: DragEvent): void {
  if (!event.dataTransfer?.types.includes(KIND)) return
  event.preventDefault()
  over.value = true
}
function dropped(event: DragEvent): void {
  over.value = false
  const from = event.dataTransfer?.getData(KIND)
  if (from && from !== props.line.id) emit('drop', from)
}

function amount(text: string, unit: 'g' | '%'): void {
  void dough.edit({ op: 'amount', line: props.line.id, text, unit, habit: habit.value })
}
</script>

<template>
  <div
    class="line"
    :class="{ over }"
    :data-line="line.id"
    @keydown.alt.up.prevent="emit('shift', -1)"
    @keydown.alt.down.prevent="emit('shift', 1)"
    @dragover="allow"
    @dragleave="over = false"
    @drop.prevent="dropped"
  >
    <span
      class="grip"
      draggable="true"
      :title="`Drag ${name} up or down, or Alt with the arrow keys`"
      aria-hidden="true"
      @dragstart="take"
    />
    <span class="what"
      ><button type="button" class="name" :title="`Change ${name} for another`" @click="emit('replace')">
        {{ name }} <span v-if="ingredient?.detail" class="small-words detail">{{ ingredient.detail }}</span>
      </button>
      <span v-if="byFeel || (line.said && !open)" class="small-words said">{{ byFeel || line.said }}</span>
      <RouterLink
        v-for="m in marks"
        :key="m.need"
        class="need"
        :class="{ breaks: m.standing === 'breaks' }"
        :to="{ name: 'swaps' }"
        :title="`${m.label}: ${m.words}`"
        >{{ m.standing === 'breaks' ? `▲ ${m.label}` : `△ ${m.label}: label` }}</RouterLink
      >
      <span v-if="finding" class="alert-words finding">▲ {{ finding }}</span></span
    >
    <select
      class="step"
      :value="line.step"
      :aria-label="`When ${name} goes in`"
      @change="dough.edit({ op: 'step', line: line.id, step: ($event.target as HTMLSelectElement).value })"
    >
      <option v-for="s in reference?.steps ?? []" :key="s" :value="s">{{ stepWord(s) }}</option>
    </select>
    <AmountBox
      :label="`${name}, grams`"
      :shown="shownGrams"
      unit="g"
      :problem="gramsProblem"
      :describedby="`p-${line.id}`"
      @enter="amount($event, 'g')"
    />
    <AmountBox
      :label="`${name}, baker's percentage`"
      :shown="shownPercent"
      unit="%"
      :problem="percentProblem"
      :describedby="`p-${line.id}`"
      :placeholder="line.grams === null ? '?' : '–'"
      :disabled="noPercent"
      @enter="amount($event, '%')"
    />
    <button
      type="button"
      class="remove"
      :aria-label="`Remove ${name}`"
      :title="`Remove ${name}`"
      @click="dough.edit({ op: 'remove', line: line.id })"
    >
      <IconX />
    </button>
    <p v-if="problem" :id="`p-${line.id}`" class="alert-words problem" role="alert">▲ {{ problem }}</p>
    <p v-else-if="line.grams === null" class="small-words problem">
      {{
        open
          ? 'press its name to say what it is; its amount comes along'
          : 'amount unknown: totals that need it say so'
      }}
    </p>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px 94px 84px 26px;
  align-items: baseline;
  gap: 0 8px;
  padding-left: 20px;
  border-left: 3px solid transparent;
}
.line {
  position: relative;
}
.grip {
  position: absolute;
  left: 3px;
  top: 5px;
  width: 9px;
  height: 12px;
  cursor: grab;
  opacity: 0;
  background: radial-gradient(circle, var(--mark) 1.2px, transparent 1.5px) 0 0 / 4.5px 4px;
}
.line:hover .grip,
.line:focus-within .grip {
  opacity: 0.9;
}
.over {
  box-shadow: 0 -2px 0 var(--cobalt);
}
.line:focus-within {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
.name {
  border: 0;
  background: none;
  text-align: left;
  padding: 0;
  color: var(--ink);
  flex: none;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name:hover {
  color: var(--cobalt);
  text-decoration: underline;
}
.what {
  display: flex;
  align-items: baseline;
  gap: 14px;
  min-width: 0;
}
.said {
  white-space: nowrap;
}
.need {
  white-space: nowrap;
  font-size: 0.8125rem;
  color: var(--ink-2);
  margin-right: -8px;
}
.need.breaks {
  color: var(--alert);
}
.finding {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.finding:hover {
  white-space: normal;
}
.detail {
  margin-left: 6px;
}
.step {
  border: 0;
  background: transparent;
  color: var(--ink-2);
  font-size: 0.8125rem;
  padding: 0;
}
.step option {
  background: var(--enamel);
  color: var(--ink);
}
.remove {
  border: 0;
  background: none;
  color: var(--ink-2);
  padding: 0 4px;
  opacity: 0.55;
}
.line:hover .remove,
.line:focus-within .remove {
  opacity: 1;
}
.remove:hover {
  color: var(--alert);
}
.problem {
  grid-column: 1 / -1;
  margin: 0;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: minmax(0, 1fr) 62px 66px 72px 24px;
    gap: 0 4px;
    padding-left: 6px;
  }
  .detail,
  .finding {
    display: none;
  }
}
</style>
