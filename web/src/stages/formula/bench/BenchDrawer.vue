<script setup lang="ts">
import { computed, nextTick, ref, toRef, watch } from 'vue'
import IconX from '~icons/lucide/x'
import { useHabit } from '@/ui/useHabit'
import FindingsTab from './FindingsTab.vue'
import LeaveningTab from './LeaveningTab.vue'
import PartsTab from './PartsTab.vue'
import SizesTab from './SizesTab.vue'
import { useBench } from './useBench'

const TABS = [
  { id: 'findings', name: 'Findings' },
  { id: 'leavening', name: 'Leavening' },
  { id: 'parts', name: 'Hidden parts' },
  { id: 'sizes', name: 'Sizes and split' },
] as const
export type Tab = (typeof TABS)[number]['id']

const tab = defineModel<Tab | null>({ required: true })
const habit = useHabit()
const open = computed(() => tab.value !== null)
const { bench, problem, wish } = useBench(toRef(open), habit)
const shown = ref<Tab>('findings')
const box = ref<HTMLElement | null>(null)
let from: HTMLElement | null = null

watch(tab, (now, before) => {
  if (now) shown.value = now
  if (now && !before) {
    from = document.activeElement as HTMLElement | null
    void nextTick(() => box.value?.querySelector<HTMLElement>('[role="tab"][aria-selected="true"]')?.focus())
  }
})

function close(): void {
  tab.value = null
  from?.focus()
}
function key(event: KeyboardEvent): void {
  const at = TABS.findIndex((t) => t.id === shown.value)
  const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
  const next = TABS[(at + step + TABS.length) % TABS.length]
  if (step === 0 || !next) return
  event.preventDefault()
  tab.value = next.id
  void nextTick(() => document.getElementById(`bench-tab-${next.id}`)?.focus())
}
</script>

<template>
  <aside v-if="open" ref="box" class="drawer" aria-label="Bench" @keydown.esc="close">
    <header>
      <div role="tablist" aria-label="Bench" @keydown="key">
        <button
          v-for="t in TABS"
          :id="`bench-tab-${t.id}`"
          :key="t.id"
          type="button"
          role="tab"
          :aria-selected="shown === t.id"
          :tabindex="shown === t.id ? 0 : -1"
          aria-controls="bench-panel"
          @click="tab = t.id"
        >
          {{ t.name }}
        </button>
      </div>
      <button type="button" class="x" aria-label="Close the bench" title="Esc" @click="close">
        <IconX />
      </button>
    </header>
    <div id="bench-panel" role="tabpanel" :aria-labelledby="`bench-tab-${shown}`" tabindex="0" class="body">
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <template v-if="bench">
        <FindingsTab v-if="shown === 'findings'" :findings="bench.findings" />
        <LeaveningTab
          v-else-if="shown === 'leavening'"
          :account="bench.leavening"
          @wanted="wish.wanted_ml = $event"
        />
        <PartsTab
          v-else-if="shown === 'parts'"
          :parts="bench.parts"
          :sugars="bench.sugars"
          :toppings="bench.toppings"
        />
        <SizesTab v-else v-model:wish="wish" v-model:habit="habit" :bench="bench" />
      </template>
      <p v-else-if="!problem" class="small-words">Working it out …</p>
    </div>
  </aside>
</template>

<style scoped>
.drawer {
  position: absolute;
  inset: 0 0 0 auto;
  width: min(500px, 100%);
  background: var(--enamel);
  border-left: 3px solid var(--cobalt);
  z-index: 20;
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 6px 10px 0;
}
[role='tablist'] {
  display: flex;
  flex: 1;
  gap: 2px;
}
[role='tab'] {
  border: 0;
  background: none;
  padding: 4px 9px 6px;
  color: var(--ink-2);
  border-bottom: 3px solid transparent;
}
[role='tab'][aria-selected='true'] {
  color: var(--ink);
  font-weight: 650;
  border-bottom-color: var(--cobalt);
}
.x {
  border: 0;
  background: none;
  color: var(--ink-2);
}
.body {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 10px 14px;
}
</style>
