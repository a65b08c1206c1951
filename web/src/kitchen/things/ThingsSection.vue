<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { words } from '@/api/client'
import { useFurnished, useRights } from '@/api/queries'
import { type Kind, type Thing } from '../facts'
import ThingPanel from './ThingPanel.vue'
import ToScale from './ToScale.vue'

/** All the kitchen has, kind by kind, drawn to scale; one of them open. */
const { data, error, refetch } = useFurnished()
const may = useRights()
const retiredToo = ref(false)
const picked = ref<{ kind: string; id: number | null } | null>(null)

const kinds = computed(() => (data.value?.kinds ?? []).filter((k) => k.id !== 'kitchen'))
const shown = computed(() =>
  (data.value?.things ?? []).filter((t) => retiredToo.value || t.retired_at === null),
)
const of = (kind: Kind): Thing[] => shown.value.filter((t) => t.kind === kind.id)
const retired = computed(() => (data.value?.things ?? []).filter((t) => t.retired_at !== null).length)
const chosen = computed(() => {
  const all = data.value?.things ?? []
  if (picked.value === null) return all[0] ?? null
  return all.find((t) => t.kind === picked.value?.kind && t.id === picked.value.id) ?? null
})
const chosenKind = computed(
  () => kinds.value.find((k) => k.id === (picked.value?.kind ?? chosen.value?.kind)) ?? kinds.value[0],
)
const open = ref<HTMLElement | null>(null)
/** Where the list stands above what is open, that is brought into view. */
async function pick(thing: Thing): Promise<void> {
  picked.value = { kind: thing.kind, id: thing.id }
  await nextTick()
  if (window.matchMedia('(max-width: 1180px)').matches) open.value?.scrollIntoView({ block: 'start' })
}
</script>

<template>
  <div class="things">
    <h1 class="visually-hidden">What the kitchen has</h1>
    <div v-if="error" role="alert">
      <p>{{ words(error) }}</p>
      <BButton variant="primary" @click="refetch()">Try again</BButton>
    </div>
    <template v-if="data">
      <div class="list">
        <ToScale :things="data.things" :chosen="chosen" @pick="pick" />
        <section v-for="k in kinds" :key="k.id" class="kind" :aria-label="k.many">
          <h2>{{ k.many }}</h2>
          <ul>
            <li v-for="t in of(k)" :key="t.id">
              <button
                type="button"
                :class="{ on: t === chosen, gone: t.retired_at }"
                :aria-current="t === chosen"
                @click="pick(t)"
              >
                <b>{{ t.name }}</b>
                <span class="small-words">{{
                  t.retired_at ? 'out of use' : t.words || 'nothing said yet'
                }}</span>
              </button>
            </li>
            <li v-if="may('furnish')">
              <button
                type="button"
                class="add"
                :class="{ on: picked?.kind === k.id && picked.id === null }"
                @click="picked = { kind: k.id, id: null }"
              >
                + {{ k.one }}
              </button>
            </li>
          </ul>
        </section>
        <BFormCheckbox v-if="retired" v-model="retiredToo" class="small-words"
          >show the {{ retired }} out of use</BFormCheckbox
        >
      </div>
      <div ref="open">
        <ThingPanel
          v-if="chosenKind"
          :kind="chosenKind"
          :thing="picked && picked.id === null ? null : chosen"
          @made="pick"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.things {
  display: grid;
  grid-template-columns: minmax(0, 500px) minmax(0, 1fr);
  gap: 16px;
}
.list {
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.kind {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 5px;
}
h2 {
  font-size: 0.9375rem;
  font-weight: 400;
  color: var(--ink-2);
  margin: 4px 0 0;
}
ul {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin: 0;
  padding: 0;
}
li button {
  display: flex;
  flex-direction: column;
  text-align: left;
  max-width: 100%;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  color: inherit;
  padding: 2px 8px;
  border-radius: 2px;
}
li button:hover {
  background: var(--cobalt-wash);
}
li .on {
  background: var(--butter-wash);
  border-left-color: var(--cobalt);
}
.gone b {
  font-weight: 400;
  text-decoration: line-through;
}
.add {
  color: var(--cobalt);
}
@media (max-width: 1180px) {
  .things {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
