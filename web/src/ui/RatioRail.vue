<script setup lang="ts">
import { straight } from '@/ui/axis'
import { computed, ref } from 'vue'

/**
 * The usual band of a role with a marker that can be dragged or nudged.
 * Emits `move` while dragging (passing) and `settle` when the hand lets go; both carry the wanted figure.
 */
const props = defineProps<{
  label: string
  value: number | null
  min: number
  max: number
  low: number
  high: number
  typical: number | null
  disabled?: boolean
}>()
const emit = defineEmits<{ grab: []; move: [number]; settle: [number]; nudge: [number] }>()

const track = ref<HTMLElement>()
const held = ref<number | null>(null)
const shown = computed(() => held.value ?? props.value)
const rail = computed(() => straight([props.min, props.max], [0, 100]))
const at = (figure: number): number => rail.value(figure)
const beyond = computed(() => {
  const figure = shown.value ?? props.min
  return figure > props.max ? '›' : figure < props.min ? '‹' : ''
})
const step = computed(() => (props.high > 20 ? 1 : props.high > 4 ? 0.1 : 0.05))
const digits = computed(() => (props.high > 20 ? 0 : 1))
const out = computed(
  () => shown.value !== null && (shown.value > props.high + 0.05 || shown.value < props.low - 0.05),
)

function figureAt(event: PointerEvent): number {
  const box = track.value?.getBoundingClientRect()
  if (!box || box.width === 0) return props.value ?? 0
  return round(rail.value.invert((100 * (event.clientX - box.left)) / box.width))
}
function round(figure: number): number {
  return Math.round(figure / step.value) * step.value
}
function down(event: PointerEvent): void {
  if (props.disabled || props.value === null) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  emit('grab')
  held.value = props.value
}
function moved(event: PointerEvent): void {
  if (held.value === null) return
  const figure = figureAt(event)
  if (figure === held.value) return
  held.value = figure
  emit('move', figure)
}
function up(): void {
  if (held.value === null) return
  emit('settle', held.value)
  held.value = null
}
function key(event: KeyboardEvent): void {
  if (props.disabled || props.value === null) return
  const by = step.value * (event.shiftKey ? 5 : 1)
  const figure = {
    ArrowRight: props.value + by,
    ArrowUp: props.value + by,
    ArrowLeft: props.value - by,
    ArrowDown: props.value - by,
    PageUp: props.value + 10 * step.value,
    PageDown: props.value - 10 * step.value,
    Home: props.low,
    End: props.high,
  }[event.key]
  if (figure === undefined) return
  event.preventDefault()
  emit('nudge', Math.max(Number(figure.toFixed(3)), 0))
}
</script>

<template>
  <div class="rail" :class="{ out }">
    <div ref="track" class="track">
      <span class="end fig" :style="{ right: `calc(${100 - at(low)}% + 8px)` }">{{ low }}</span>
      <span class="end fig" :style="{ left: `calc(${at(high)}% + 8px)` }">{{ high }}</span>
      <span class="band" :style="{ left: `${at(low)}%`, width: `${Math.max(at(high) - at(low), 0.6)}%` }" />
      <span
        v-if="typical !== null"
        class="typical"
        :style="{ left: `${at(typical)}%` }"
        :title="`typical formula of the style: ${typical.toFixed(1)} %`"
      />
      <span
        v-if="shown !== null"
        class="marker"
        :class="{ held: held !== null }"
        role="slider"
        tabindex="0"
        :style="{ left: `${at(shown)}%` }"
        :aria-label="`${label}, usual ${low} to ${high} percent of flour`"
        aria-valuemin="0"
        :aria-valuemax="Math.max(max, shown)"
        :aria-valuenow="Number(shown.toFixed(2))"
        :aria-valuetext="`${shown.toFixed(digits)} percent`"
        :aria-disabled="disabled ? true : undefined"
        @pointerdown="down"
        @pointermove="moved"
        @pointerup="up"
        @pointercancel="up"
        @keydown="key"
        >{{ beyond }}</span
      >
      <span v-else class="unknown" :style="{ left: `${at(low)}%` }">?</span>
    </div>
  </div>
</template>

<style scoped>
.rail {
  padding: 0 16px;
  height: 28px;
  flex: 1;
}
.track {
  position: relative;
  height: 28px;
}
.track::before {
  content: '';
  position: absolute;
  inset: 20px 0 auto;
  border-top: 2px solid var(--rule);
}
.band {
  position: absolute;
  top: 16px;
  height: 10px;
  background: var(--cobalt-wash);
  border: 1px solid var(--graph-strong);
  border-radius: 2px;
}
/* Beside the band, not over it: a marker stands on an end as often as not. */
.end {
  position: absolute;
  top: 2px;
  font-size: 0.8125rem;
  line-height: 15px;
  color: var(--ink-2);
}
.typical {
  position: absolute;
  top: 13px;
  height: 15px;
  border-left: 2px solid var(--cobalt);
}
.marker {
  position: absolute;
  top: 12px;
  width: 12px;
  height: 17px;
  margin-left: -6px;
  border-radius: 3px;
  background: var(--ink);
  color: var(--enamel);
  font-size: 13px;
  line-height: 15px;
  text-align: center;
  cursor: ew-resize;
  touch-action: none;
}
.marker.held {
  background: var(--butter);
  outline: 2px solid var(--ink);
}
.marker[aria-disabled] {
  cursor: default;
  opacity: 0.5;
}
.out .marker::after {
  content: '▲';
  position: absolute;
  left: 50%;
  top: -15px;
  transform: translateX(-50%) scale(0.7);
  color: var(--alert);
}
.unknown {
  position: absolute;
  top: 2px;
  font-weight: 700;
}
</style>
