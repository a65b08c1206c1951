<script setup lang="ts" generic="K extends string">
/**
 * Tabs within a stage, one panel at a time; arrows go from tab to tab. What else belongs on the line stands in the slot.
 *
 * Usage: `<TabRow v-model="tab" name="plan" label="Parts of the plan" :tabs="[['trays', 'Trays']]" />`
 */
const props = defineProps<{ name: string; label: string; tabs: readonly (readonly [K, string])[] }>()
const tab = defineModel<K>({ required: true })

function move(event: KeyboardEvent, at: number): void {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (by === undefined) return
  event.preventDefault()
  const next = props.tabs[(at + by + props.tabs.length) % props.tabs.length]
  if (!next) return
  tab.value = next[0]
  document.getElementById(`${props.name}-${next[0]}`)?.focus()
}
</script>

<template>
  <div class="tabs">
    <div class="row" role="tablist" :aria-label="label">
      <button
        v-for="([key, word], n) in tabs"
        :id="`${name}-${key}`"
        :key="key"
        type="button"
        role="tab"
        :aria-selected="tab === key"
        :tabindex="tab === key ? 0 : -1"
        :class="{ on: tab === key }"
        @click="tab = key"
        @keydown="move($event, n)"
      >
        {{ word }}
      </button>
    </div>
    <slot />
  </div>
</template>

<style scoped>
.row {
  display: contents;
}
</style>
