<script setup lang="ts">
import { computed } from 'vue'
import type { Reply, Told } from './useBallot'

/** Choosing among coded pieces: one, two that are alike, or all in order. */
const reply = defineModel<Reply>({ required: true })
const props = defineProps<{ told: Told }>()
const codes = computed(() => props.told.codes ?? [])
const ranks = computed(() => props.told.question === 'ranking')
const pairs = computed(() => props.told.question === 'tetrad')
const place = (code: number): number => reply.value.order.indexOf(code) + 1
const isOn = (code: number): boolean =>
  ranks.value ? place(code) > 0 : pairs.value ? reply.value.pair.includes(code) : reply.value.choice === code

function touch(code: number): void {
  const now = reply.value
  if (ranks.value) {
    const order = now.order.includes(code) ? now.order.filter((c) => c !== code) : [...now.order, code]
    reply.value = { ...now, order }
  } else if (pairs.value) {
    const pair = now.pair.includes(code)
      ? now.pair.filter((c) => c !== code)
      : [...now.pair.slice(now.pair.length > 1 ? 1 : 0), code]
    reply.value = { ...now, pair }
  } else reply.value = { ...now, choice: code }
}
</script>

<template>
  <div>
    <p class="order">
      Taste {{ told.compare ? 'the open one first, then ' : '' }}in this order, water between. Not sure?
      Guess.
    </p>
    <div class="codes" role="group" :aria-label="told.asks">
      <button
        v-for="c in codes"
        :key="c"
        type="button"
        class="choice code"
        :aria-pressed="isOn(c)"
        @click="touch(c)"
      >
        <span class="code-figure">{{ c }}</span>
        <span class="mark" :aria-hidden="!ranks">{{ isOn(c) ? (ranks ? `${place(c)}.` : '✓') : '' }}</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.codes {
  display: grid;
  gap: 0.75rem;
}
.code {
  min-height: 76px;
}
.mark {
  font-size: 1.75rem;
}
.order {
  color: var(--ink-2);
}
</style>
