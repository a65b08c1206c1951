<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useRights } from '@/api/queries'
import { clock, day, fixed } from '@/ui/format'
import TopBar from '@/ui/TopBar.vue'

type Stored = Schemas['StoredOut']
const queryClient = useQueryClient()
const may = useRights()
const { data, error, isPending, refetch } = useQuery({ queryKey: ['larder'], queryFn: () => api.larder() })
const items = computed(() => data.value?.items ?? [])
const places = computed(() => {
  const names = [...new Set(items.value.map((i) => i.place))]
  return names.map((name) => ({
    name,
    temp: data.value?.places.find((p) => p.name === name)?.temp_c ?? null,
    items: items.value.filter((i) => i.place === name),
  }))
})
const pressing = computed(() => items.value.filter((i) => i.due.state === 'over' || i.due.state === 'today'))
const chosen = reactive(new Set<number>())
const sheet = ref('24')
const taking = ref<{ item: Stored; what: string; pieces: number; why: string } | null>(null)
const last = ref<{ item: Stored; pieces: number; what: string } | null>(null)
const wrong = ref('')
const WHAT: [string, string][] = [
  ['baked', 'baked'],
  ['eaten', 'eaten or sold'],
  ['thrown', 'thrown away'],
]
const MARK: Record<string, string> = { over: '▲', today: '△', soon: '', well: '' }
const age = (h: number): string => (h < 48 ? `${fixed(h, 0)} h old` : `${fixed(h / 24, 0)} days old`)
const labels = computed(() => {
  const ids = chosen.size ? [...chosen] : items.value.map((i) => i.id)
  return `/api/larder/labels.pdf?ids=${ids.join(',')}&sheet=${sheet.value}`
})
/** Pieces with their weight; what is in one piece by its weight. */
const amount = (i: Stored): string =>
  i.form === 'bowl' || i.form === 'log'
    ? `${fixed(i.left * i.portion_g, 0)} g,`
    : `${i.left} × ${fixed(i.portion_g, 0)} g`
/** How much of its time is gone, 0 to 1, for the strip. */
function gone(i: Stored): number {
  const made = new Date(i.made_at).getTime()
  const all = new Date(i.use_by).getTime() - made
  return all <= 0 ? 1 : Math.min(Math.max((i.age_h * 3_600_000) / all, 0), 1)
}
function tick(id: number): void {
  if (chosen.has(id)) chosen.delete(id)
  else chosen.add(id)
}
async function take(): Promise<void> {
  const t = taking.value
  if (!t) return
  wrong.value = ''
  try {
    await api.takeFrom({
      params: { path: { stored_id: t.item.id } },
      body: { what: t.what, pieces: t.pieces, why: t.why, key: crypto.randomUUID() },
    })
    last.value = { item: t.item, pieces: t.pieces, what: WHAT.find((w) => w[0] === t.what)?.[1] ?? '' }
    taking.value = null
  } catch (reason) {
    wrong.value = words(reason)
  }
  await askAnew(queryClient, 'larder')
}
async function back(): Promise<void> {
  const l = last.value
  if (!l) return
  try {
    await api.takeFrom({
      params: { path: { stored_id: l.item.id } },
      body: { what: 'back', pieces: l.pieces, why: '', key: crypto.randomUUID() },
    })
    last.value = null
  } catch (reason) {
    wrong.value = words(reason)
  }
  await askAnew(queryClient, 'larder')
}
</script>

<template>
  <TopBar><h1 class="title">The larder</h1></TopBar>
  <main id="main" class="larder">
    <section class="panel" aria-label="The larder">
      <header>
        <p>
          <b v-if="pressing.length"
            >{{ pressing.length === 1 ? 'One thing falls' : `${pressing.length} things fall` }} due today or
            is past it.</b
          >
          <b v-else-if="items.length">Nothing falls due today.</b>
          <span class="small-words">{{ data?.caution }} Nothing here declares a food safe.</span>
        </p>
        <span class="push" />
        <template v-if="items.length">
          <label class="small-words"
            >labels
            <select v-model="sheet" class="form-select form-select-sm">
              <option v-for="s in data?.sheets ?? []" :key="s" :value="s">
                {{ s === 'one' ? 'one to a page' : `${s} to a sheet` }}
              </option>
            </select></label
          >
          <a class="btn btn-outline-primary btn-sm" :href="labels" download>{{
            chosen.size ? `Print ${chosen.size}` : 'Print all'
          }}</a>
        </template>
      </header>
      <div v-if="error" class="pad" role="alert">
        <p>{{ words(error) }}</p>
        <BButton variant="primary" @click="refetch()">Try again</BButton>
      </div>
      <p v-else-if="isPending" class="pad">Opening the larder …</p>
      <p v-else-if="!items.length" class="pad">
        Nothing is put by. What a plan keeps back is put here from <i>Plan, Finish and keep</i>, with its
        use-by and the reason for it.
      </p>
      <p v-if="last" class="pad said" role="status">
        {{ last.pieces }} of {{ last.item.name }} {{ last.what }}.
        <BButton size="sm" variant="outline-primary" @click="back">Put back</BButton>
      </p>
      <div class="places">
        <section v-for="p in places" :key="p.name" :aria-label="p.name">
          <h2>
            {{ p.name }} <span v-if="p.temp !== null" class="small-words fig">{{ fixed(p.temp, 0) }} °C</span>
          </h2>
          <article v-for="i in p.items" :key="i.id" :class="i.due.state">
            <label class="check">
              <input type="checkbox" :checked="chosen.has(i.id)" @change="tick(i.id)" />
              <span class="visually-hidden">label for {{ i.left }} {{ i.form_words }} of {{ i.name }}</span>
            </label>
            <div class="what">
              <RouterLink :to="`/dough/${i.dough_id}/plan`"
                ><b>{{ i.name }}</b></RouterLink
              >
              <span>
                <b class="fig">{{ amount(i) }}</b> {{ i.form_words
                }}<template v-if="i.version">, version {{ i.version }}</template></span
              >
            </div>
            <div class="when">
              <svg
                viewBox="0 0 200 14"
                role="img"
                :aria-label="`${Math.round(gone(i) * 100)} % of its time is gone`"
              >
                <rect width="200" height="10" y="2" rx="2" class="all" />
                <rect :width="200 * gone(i)" height="10" y="2" rx="2" class="gone" />
              </svg>
              <span class="small-words"
                >{{ age(i.age_h) }}; use by <b>{{ day(i.use_by) }}, {{ clock(i.use_by) }}</b></span
              >
            </div>
            <div class="due">
              <b>{{ MARK[i.due.state] }} {{ i.due.words }}</b>
              <span class="small-words">{{ i.because }}</span>
            </div>
            <BButton
              v-if="may('record')"
              size="sm"
              variant="outline-primary"
              :aria-label="`Take from ${i.name}`"
              @click="
                taking = {
                  item: i,
                  what: i.due.state === 'over' ? 'thrown' : i.form === 'baked' ? 'eaten' : 'baked',
                  pieces: i.left,
                  why: '',
                }
              "
              >Take</BButton
            >
          </article>
        </section>
      </div>
      <BModal
        :model-value="taking !== null"
        title="Take from the larder"
        ok-title="Take them"
        cancel-title="Leave it"
        @update:model-value="
          (open: boolean) => {
            if (!open) taking = null
          }
        "
        @ok.prevent="take"
      >
        <template v-if="taking">
          <p>
            <b>{{ taking.item.name }}</b>: {{ taking.item.left }} {{ taking.item.form_words }} are there.
          </p>
          <div class="row">
            <label
              >pieces
              <input
                v-model.number="taking.pieces"
                class="form-control fig"
                type="number"
                min="1"
                :max="taking.item.left"
            /></label>
            <label
              >they are
              <select v-model="taking.what" class="form-select">
                <option v-for="[key, word] in WHAT" :key="key" :value="key">{{ word }}</option>
              </select></label
            >
          </div>
          <label v-if="taking.what === 'thrown'" class="why"
            >why
            <input
              v-model="taking.why"
              class="form-control"
              maxlength="200"
              placeholder="too old, freezer burn, dropped"
          /></label>
          <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
        </template>
      </BModal>
    </section>
  </main>
</template>

<style scoped>
.larder {
  padding: 10px 16px;
}
.title {
  font-size: 1.125rem;
  margin: 0;
}
header {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
header p {
  margin: 0;
}
header p .small-words {
  margin-left: 10px;
}
header label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.push {
  flex: 1;
}
.pad {
  padding: 8px 14px;
  margin: 0;
}
.places {
  padding: 4px 14px 12px;
}
h2 {
  font-size: 1.0625rem;
  margin: 8px 0 0;
}
article {
  display: grid;
  grid-template-columns: 1.6rem minmax(180px, 1.2fr) minmax(160px, 1fr) minmax(200px, 1.6fr) auto;
  gap: 0 14px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid transparent;
  padding: 6px 0 6px 8px;
}
article.today {
  border-left-color: var(--butter);
}
article.over {
  border-left-color: var(--alert);
}
.over .due b {
  color: var(--alert);
}
.what > *,
.when > *,
.due > * {
  display: block;
}
.when svg {
  width: 100%;
}
.all {
  fill: var(--enamel-2);
  stroke: var(--graph-strong);
}
.gone {
  fill: var(--mark);
}
.over .gone {
  fill: var(--alert);
}
.said {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
}
.row {
  display: flex;
  gap: 12px;
}
.why {
  display: block;
  margin-top: 8px;
}
@media (max-width: 800px) {
  header {
    flex-wrap: wrap;
  }
  article {
    grid-template-columns: 1.6rem minmax(0, 1fr) auto;
  }
  .when,
  .due {
    grid-column: 2 / 3;
  }
}
</style>
