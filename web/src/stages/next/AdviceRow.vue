<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import TinySide from '@/stages/swaps/TinySide.vue'
import { fixed } from '@/ui/format'
import EffectBars from './EffectBars.vue'
import { figure, moveWords, named } from './useNext'

const props = defineProps<{ advice: Schemas['AdviceOut']; ghost: number[][]; across: number }>()
defineEmits<{ take: [] }>()
const EASE = ['', 'a turn of a knob', 'another weighing', 'another way of working']
const words = computed(() => props.advice.moves.map(moveWords).join(' and '))
const shows = computed(() =>
  props.advice.bakes >= 9
    ? 'too small to see at a bench'
    : props.advice.bakes === 1
      ? 'one bake shows it'
      : `shows after about ${props.advice.bakes} bakes of each`,
)
const sweeter = computed(() => {
  const by = props.advice.sweeter_pct
  if (by === null) return ''
  return `${fixed(Math.abs(by), 0)} % ${by > 0 ? 'sweeter' : 'less sweet'}`
})
</script>

<template>
  <article>
    <TinySide :shape="advice.outline" :ghost="ghost" :fill="null" :across="across" />
    <div class="what">
      <h3>
        <span v-for="m in advice.moves" :key="m.key" class="move"
          >{{ named(m) }}
          <span v-if="m.after !== null" class="fig"
            >{{ figure(m.before, m.unit) }} → {{ figure(m.after, m.unit) }}
            <span class="unit">{{ m.unit }}</span></span
          ></span
        >
      </h3>
      <EffectBars :changes="advice.changes" />
      <p class="small-words">
        {{ [EASE[advice.ease], shows, sweeter, advice.mind].filter(Boolean).join('; ') }}
        <span v-if="advice.side_effects.length" class="alert-words"
          >△ {{ advice.side_effects.join(', ') }}</span
        >
      </p>
    </div>
    <div class="away">
      <svg width="100" height="14" aria-hidden="true">
        <rect class="was" x="0" y="4" :width="Math.min(advice.from_steps, 4) * 25" height="6" />
        <rect class="is" x="0" y="4" :width="Math.min(advice.to_steps, 4) * 25" height="6" />
      </svg>
      <span class="fig"
        >{{ fixed(advice.from_steps, 1) }} → <b>{{ fixed(advice.to_steps, 1) }}</b></span
      >
      <span class="visually-hidden">clear misses from the target</span>
    </div>
    <BButton size="sm" variant="outline-primary" @click="$emit('take')">
      Try it <span class="visually-hidden">: {{ words }}</span>
    </BButton>
  </article>
</template>

<style scoped>
article {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr) 104px auto;
  gap: 14px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
h3 {
  font-size: 1rem;
  margin: 0 0 1px;
}
h3 .fig {
  font-weight: 400;
  margin-left: 6px;
}
.move + .move::before {
  content: 'and ';
  font-weight: 400;
}
.move {
  margin-right: 6px;
}
p {
  margin: 0;
}
.away {
  display: flex;
  flex-direction: column;
  white-space: nowrap;
}
.was {
  fill: var(--graph-strong);
}
.is {
  fill: var(--cobalt);
}
@media (max-width: 900px) {
  article {
    grid-template-columns: 80px minmax(0, 1fr) auto;
  }
  .away {
    grid-column: 2;
  }
}
</style>
