<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, provide, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { words } from '@/api/client'
import CookieColumn from '@/cookie/CookieColumn.vue'
import { scrubKey } from '@/cookie/key'
import { useScrub } from '@/cookie/useScrub'
import { clock } from '@/ui/format'
import { STAGES, TABS, tabOf, type Stage } from '@/stages/stages'
import { useCommands, type Command } from '@/ui/commands'
import TopBar from '@/ui/TopBar.vue'
import TypedBox from '@/ui/TypedBox.vue'
import { doughKey } from './key'
import KeepDialog from './KeepDialog.vue'
import PlaceHint from './PlaceHint.vue'
import StaleNotice from './StaleNotice.vue'
import { useDough } from './useDough'

const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params['id']))

const dough = useDough(id)
provide(doughKey, dough)

const { work, record, preview, detail, detailIsOld, saveState, general, canUndo, canRedo } = dough
/** The drawing follows the bake to a little past the pull, where carry-over still works. */
const until = computed(() => {
  const d = detail.value
  return Math.max((d?.minutes ?? 0) * 1.25 + 1, (d?.window?.latest_min ?? 0) * 1.06)
})
const scrub = useScrub(
  computed(() => detail.value?.frames ?? []),
  until,
)
provide(scrubKey, scrub)
const failed = ref('')
const keeping = ref(false)
const lastBake = computed(() => record.value?.last_bake ?? null)
const nextVersion = computed(() => (record.value?.versions.at(-1)?.number ?? 0) + 1)
const from = computed(() => {
  const r = record.value
  if (!r) return ''
  if (r.draft_parent === null) return 'draft, no version yet'
  return r.draft_differs || saveState.value === 'dirty'
    ? `draft from version ${r.draft_parent}`
    : `version ${r.draft_parent}`
})
const findings = computed(
  () => (preview.value?.findings ?? []).filter((f) => f.state === 'look' || f.state === 'act').length,
)
const breaking = computed(
  () => (preview.value?.lines ?? []).filter((x) => x.marks?.some((m) => m.standing === 'breaks')).length,
)
/** What a tab counts, and what the figure says. */
const counts = computed<Record<string, { n: number; says?: string }>>(() => ({
  formula: { n: findings.value, says: `${findings.value} outside the usual range` },
  swaps: { n: breaking.value, says: `${breaking.value} lines break a need` },
  versions: { n: record.value?.versions.length ?? 0 },
  results: { n: record.value?.bakes ?? 0 },
}))
const saved = computed(() => {
  const at = record.value ? clock(record.value.saved_at) : ''
  return {
    saved: `saved ${at}`,
    dirty: 'saving soon',
    saving: 'saving …',
    stale: '▲ not saved: changed elsewhere',
    failed: '▲ not saved: trying again',
  }[saveState.value]
})

watch(id, open, { immediate: true })
const tabs = ref<HTMLElement>()
// On a narrow screen the tab that is on may be out of sight.
watch(
  [() => route.name, tabs, counts],
  async () => {
    await nextTick()
    const on = tabs.value?.querySelector<HTMLElement>('.router-link-active')
    if (on && tabs.value)
      tabs.value.scrollLeft = on.offsetLeft - (tabs.value.clientWidth - on.clientWidth) / 2
  },
  { immediate: true },
)

async function open(): Promise<void> {
  failed.value = ''
  try {
    await dough.open()
  } catch (error) {
    failed.value = words(error)
  }
}

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return
  const key = event.key.toLowerCase()
  const typing = event.target instanceof HTMLTextAreaElement
  if (typing || keeping.value) return
  if (key === 'z' || key === 'y') {
    event.preventDefault()
    ;(document.activeElement as HTMLElement | null)?.blur()
    if (key === 'y' || event.shiftKey) dough.redo()
    else dough.undo()
  }
})

function goTo(s: Stage): Command {
  const command = { id: s.name, name: s.say, group: 'Go', run: () => router.push({ name: s.name }) }
  return s.keys === undefined ? command : { ...command, keys: s.keys }
}
useCommands([
  ...STAGES.map(goTo),
  {
    id: 'keep',
    name: 'Keep the draft as a version',
    group: 'Dough',
    keys: 'k',
    run: () => (keeping.value = true),
  },
  { id: 'undo', name: 'Undo', group: 'Dough', run: () => dough.undo() },
  { id: 'redo', name: 'Redo', group: 'Dough', run: () => dough.redo() },
])

/** A name left empty is no name: the box gives the old one back. */
function rename(said: string): void {
  const name = said.trim()
  if (name !== '' && name !== work.value?.name) dough.change({ name })
}
</script>

<template>
  <TopBar>
    <template v-if="work">
      <h1 class="visually-hidden">{{ work.name }}</h1>
      <TypedBox
        class="name"
        aria-label="Name of the dough"
        maxlength="80"
        :value="work.name"
        @enter="rename"
      />
      <span class="small-words"
        >{{ from
        }}<template v-if="record?.follows"
          >, follows
          <RouterLink :to="`/dough/${record.follows}/swaps`">{{ record.follows_name }}</RouterLink></template
        ></span
      >
    </template>
    <template #actions>
      <span v-if="work" class="small-words state" role="status" :class="saveState">{{ saved }}</span>
      <BButton size="sm" variant="outline-primary" :disabled="!canUndo" title="Ctrl+Z" @click="dough.undo"
        >Undo</BButton
      >
      <BButton
        size="sm"
        variant="outline-primary"
        :disabled="!canRedo"
        title="Ctrl+Shift+Z"
        @click="dough.redo"
      >
        Redo
      </BButton>
      <BButton size="sm" variant="primary" :disabled="!work" @click="keeping = true">
        Keep as version {{ nextVersion }}
      </BButton>
    </template>
  </TopBar>
  <nav ref="tabs" class="stages" aria-label="Stages">
    <RouterLink
      v-for="s in TABS"
      :key="s.name"
      :to="{ name: s.name }"
      :class="{ 'router-link-active': tabOf(String(route.name)) === s.name }"
      >{{ s.tab }}
      <span v-if="counts[s.name]?.n" class="count" :title="counts[s.name]?.says">{{
        counts[s.name]?.n
      }}</span></RouterLink
    >
  </nav>
  <main id="main" class="frame">
    <div v-if="failed" class="panel p-4" role="alert">
      <h2 class="h3">{{ failed }}</h2>
      <BButton variant="primary" @click="open">Try again</BButton>
      <RouterLink class="ms-3" :to="{ name: 'shelf' }">Back to the shelf</RouterLink>
    </div>
    <template v-else-if="work">
      <CookieColumn
        :preview="preview"
        :detail="detail"
        :old="detailIsOld"
        :target="work.target.cookie"
        :last-bake="lastBake"
        :scrub="scrub"
        :until="until"
      />
      <div class="work">
        <StaleNotice v-if="saveState === 'stale'" />
        <p v-if="general" class="notice panel alert-words" role="alert">▲ {{ general }}</p>
        <PlaceHint v-if="record?.bakes === 0" :place="String(route.name)" />
        <!-- A stage belongs to one dough: opening another begins it anew, picks and typed figures included. -->
        <RouterView :key="id" />
      </div>
    </template>
    <p v-else class="p-4">Opening …</p>
  </main>
  <KeepDialog v-if="work" v-model="keeping" :number="nextVersion" />
</template>

<style scoped>
.name {
  text-overflow: ellipsis;
  font-weight: 650;
  font-size: 1.125rem;
  color: var(--ink);
  background: none;
  border: 1px solid transparent;
  border-radius: 4px;
  padding: 1px 6px;
  field-sizing: content;
  min-width: 6rem;
  max-width: 24rem;
}
.name:hover,
.name:focus {
  border-color: var(--graph-strong);
}
.state {
  white-space: nowrap;
}
.state.stale,
.state.failed {
  color: var(--alert);
  font-weight: 650;
}
.stages {
  display: flex;
  gap: 2px;
  padding: 0 16px;
  background: var(--enamel);
  border-bottom: 1px solid var(--rule);
}
.stages a {
  padding: 7px 14px 8px;
  white-space: nowrap;
  color: var(--ink);
  font-weight: 600;
  border-bottom: 3px solid transparent;
}
.stages a.router-link-active {
  color: var(--cobalt);
  border-bottom-color: var(--cobalt);
}
.count {
  font-size: 0.8125rem;
  background: var(--cobalt-wash);
  color: var(--ink);
  border-radius: 8px;
  padding: 0 6px;
}
.frame {
  display: grid;
  grid-template-columns: 330px minmax(0, 1fr);
  gap: 14px;
  padding: 12px 16px;
  height: calc(100% - 48px - 39px);
  min-height: 520px;
}
.frame > * {
  min-height: 0;
}
.work {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 0;
}
.work > :last-child {
  flex: 1;
  min-height: 0;
}
.notice {
  margin: 0;
  padding: 6px 12px;
}
@media (max-width: 900px) {
  .frame {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
    padding: 8px;
  }
  .stages {
    padding: 0 6px;
    overflow-x: auto;
  }
  .stages a {
    padding: 7px 9px 8px;
  }
}
</style>
