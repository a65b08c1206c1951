<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useQuery } from '@tanstack/vue-query'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import { useReference } from '@/api/queries'
import { findCommands, keysOpen, matching, paletteOpen, useCommands, type Command } from './commands'
import { GESTURES } from './keys'

const MOST_THINGS = 12
const router = useRouter()
const today = (): string => new Date().toLocaleDateString('sv-SE')
const asked = ref('')
const active = ref(0)
/** What is named: asked for once the palette is open, found by what is typed. */
const { data: names } = useQuery({
  queryKey: ['shelf', 'names'],
  queryFn: () => api.doughNames(),
  enabled: paletteOpen,
})
const { all: ingredients } = useReference()
const things = computed<Command[]>(() => [
  ...(names.value ?? []).map((d) => ({
    id: `dough-${d.id}`,
    name: d.name,
    group: 'Dough',
    run: () => router.push(`/dough/${d.id}/formula`),
  })),
  ...ingredients.value.map((i) => ({
    id: `holds-${i.id}`,
    name: `Doughs with ${i.name}`,
    group: 'Ingredient',
    run: () => router.push({ name: 'shelf', query: { holds: i.id } }),
  })),
])
/** Versions, bakes and panels are many: the server finds them by what is typed. */
const { answer: kept } = useAsk(
  () => [paletteOpen.value, asked.value],
  () =>
    paletteOpen.value && asked.value.trim().length > 1
      ? api.find({ params: { query: { text: asked.value.trim().slice(0, 120) } } })
      : null,
)
const KINDS: Record<string, string> = { version: 'Version', bake: 'Bake', panel: 'Panel' }
const ofDoughs = computed<Command[]>(() =>
  (asked.value.trim().length > 1 ? (kept.value?.things ?? []) : []).map((t) => ({
    id: `${t.kind}-${t.dough_id}-${t.number}`,
    name: t.words,
    group: KINDS[t.kind] ?? '',
    run: () => router.push({ name: t.stage, params: { id: String(t.dough_id) } }),
  })),
)
/** Commands first; doughs and ingredients only once something is typed, as there are many. */
const found = computed(() => [
  ...findCommands(asked.value),
  ...(asked.value.trim() ? matching(things.value, asked.value).slice(0, MOST_THINGS) : []),
  ...ofDoughs.value,
])
let from: HTMLElement | null = null

useCommands([
  { id: 'shelf', name: 'To the shelf', group: 'Go', keys: 'g s', run: () => router.push({ name: 'shelf' }) },
  {
    id: 'paste',
    name: 'Paste or open a recipe',
    group: 'Go',
    keys: 'g r',
    run: () => router.push({ name: 'paste' }),
  },
  {
    id: 'day',
    name: 'To the day',
    group: 'Go',
    run: () => router.push({ name: 'day', params: { on: today() } }),
  },
  { id: 'larder', name: 'To the larder', group: 'Go', run: () => router.push({ name: 'larder' }) },
  {
    id: 'kitchen',
    name: 'To the kitchen: what it has',
    group: 'Go',
    run: () => router.push({ name: 'kitchen' }),
  },
  { id: 'pantry', name: 'To your own ingredients', group: 'Go', run: () => router.push({ name: 'pantry' }) },
  {
    id: 'how',
    name: 'How Tarte thinks, and what its words mean',
    group: 'Help',
    run: () => router.push({ name: 'how' }),
  },
  { id: 'keys', name: 'The sheet of keys', group: 'Help', keys: '?', run: () => (keysOpen.value = true) },
])

/** Keys of what can be done here, then what hands do anywhere. */
const keysHere = computed(() => [
  ...findCommands('').flatMap((c) => (c.keys === undefined ? [] : [[c.keys, c.name] as const])),
  ...GESTURES,
])

watch(paletteOpen, (now) => {
  if (now) {
    from = document.activeElement as HTMLElement | null
    asked.value = ''
    active.value = 0
    void nextTick(() => document.getElementById('palette-box')?.focus())
  }
})
watch(asked, () => (active.value = 0))

function close(): void {
  paletteOpen.value = false
  from?.focus()
}
function run(command: Command | undefined): void {
  if (!command) return
  paletteOpen.value = false
  void command.run()
}
function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, found.value.length - 1)
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0)
  else if (event.key === 'Enter') run(found.value[active.value])
  else if (event.key === 'Escape') close()
  else return
  event.preventDefault()
}

/** Single keys work only where nothing is being typed and no dialog is open. */
function typing(target: EventTarget | null): boolean {
  return (
    (target instanceof HTMLElement &&
      (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))) ||
    document.querySelector('.modal.show') !== null
  )
}
let going = -Infinity
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
    event.preventDefault()
    paletteOpen.value = true
    return
  }
  if (event.ctrlKey || event.metaKey || event.altKey || paletteOpen.value || typing(event.target)) return
  // By when the keys were pressed, not when a busy screen gets round to them.
  const combined = event.timeStamp - going < 1200 ? `g ${event.key}` : event.key
  going = event.key === 'g' ? event.timeStamp : -Infinity
  const command = findCommands('').find((c) => c.keys === combined)
  if (command) {
    event.preventDefault()
    void command.run()
  }
})
</script>

<template>
  <div v-if="paletteOpen" class="veil" @mousedown.self="close">
    <div class="palette" role="dialog" aria-modal="true" aria-label="What do you want to do?">
      <input
        id="palette-box"
        v-model="asked"
        role="combobox"
        aria-expanded="true"
        aria-controls="palette-list"
        :aria-activedescendant="found.length ? `command-${active}` : undefined"
        aria-label="What do you want to do?"
        placeholder="What do you want to do?"
        autocomplete="off"
        @keydown="key"
        @keydown.tab.prevent
      />
      <ul id="palette-list" role="listbox" aria-label="Commands">
        <li
          v-for="(c, n) in found"
          :id="`command-${n}`"
          :key="c.id"
          role="option"
          :aria-selected="n === active"
          :class="{ active: n === active }"
          @mousemove="active = n"
          @click="run(c)"
        >
          <span class="small-words">{{ c.group }}</span>
          <span>{{ c.name }}</span>
          <kbd v-if="c.keys">{{ c.keys }}</kbd>
        </li>
      </ul>
      <p v-if="found.length === 0" class="none">Nothing here goes by that. Try “add”, “scale” or “undo”.</p>
    </div>
  </div>
  <BModal v-model="keysOpen" title-tag="h2" title-class="h3" title="Keys" no-footer>
    <dl class="keys">
      <template v-for="[k, what] in keysHere" :key="k">
        <dt>{{ k }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </BModal>
</template>

<style scoped>
.veil {
  position: fixed;
  inset: 0;
  background: rgb(16 21 31 / 35%);
  z-index: 1100;
}
.palette {
  width: min(560px, calc(100% - 24px));
  margin: 12vh auto 0;
  background: var(--enamel);
  border-top: 3px solid var(--cobalt);
}
.palette input {
  width: 100%;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  color: var(--ink);
  padding: 10px 14px;
  font-size: 1.125rem;
  outline: none;
}
ul {
  list-style: none;
  margin: 0;
  padding: 4px 0;
  max-height: 46vh;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: 76px minmax(0, 1fr) auto;
  gap: 10px;
  padding: 4px 14px;
  border-left: 3px solid transparent;
  cursor: pointer;
}
.active {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
kbd {
  background: var(--enamel-2);
  color: var(--ink-2);
  border: 1px solid var(--rule);
}
.none {
  padding: 8px 14px;
  margin: 0;
}
.keys {
  display: grid;
  grid-template-columns: 204px 1fr;
  gap: 2px 12px;
  margin: 0;
}
dt {
  font-family: var(--bs-font-monospace);
  font-weight: 400;
}
dd {
  margin: 0;
}
</style>
