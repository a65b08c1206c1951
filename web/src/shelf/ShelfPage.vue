<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useKitchen, useReference, useRights, useShelf, type Sought } from '@/api/queries'
import { scaleFor } from '@/cookie/scale'
import { day } from '@/ui/format'
import TopBar from '@/ui/TopBar.vue'
import BringFile from './BringFile.vue'
import FirstWay from './FirstWay.vue'
import NewDough from './NewDough.vue'
import ShelfSearch from './ShelfSearch.vue'
import UnderWay from './UnderWay.vue'
import Silhouette from './Silhouette.vue'
import TheBin from './TheBin.vue'

const route = useRoute()
const sought = ref<Sought>({
  q: '', style: '', need: '', planned: false,
  holds: typeof route.query['holds'] === 'string' ? route.query['holds'] : '',
}) // prettier-ignore
watch(
  () => route.query['holds'],
  (holds) => {
    if (typeof holds === 'string') sought.value = { ...sought.value, holds }
  },
)
const asked = refDebounced(sought, 150)
const seeking = computed(() => Object.values(asked.value).some((v) => v !== '' && v !== false))
const { data: doughs, error, isPending, refetch, older, more } = useShelf(asked)
const { data: kitchen } = useKitchen()
const { data: reference } = useReference()
const queryClient = useQueryClient()
const may = useRights()

const NEEDS = { meets: '✓ met by its lines', unsure: '△ labels to read', breaks: '▲ not met yet' }

const starting = ref<'base_ratio' | 'style' | 'empty' | null>(null)
const removed = ref<Schemas['DoughOut'] | null>(null)
const problem = ref('')
const acrossMm = computed(() =>
  scaleFor(
    (doughs.value ?? []).flatMap((d) => [d.target.cookie.diameter_mm, d.last_bake?.cookie.diameter_mm]),
  ),
)

async function remove(item: Schemas['ShelfItem']): Promise<void> {
  problem.value = ''
  try {
    removed.value = await api.deleteDough({
      params: { path: { dough_id: item.id } },
      body: { revision: item.revision },
    })
  } catch (reason) {
    problem.value = words(reason)
  }
  await askAnew(queryClient, 'shelf', 'bin')
}
async function putBack(): Promise<void> {
  if (!removed.value) return
  await api.restoreDough({ params: { path: { dough_id: removed.value.id } } })
  removed.value = null
  await askAnew(queryClient, 'shelf')
}
</script>

<template>
  <TopBar>
    <span class="kitchen">{{ kitchen?.name }}</span>
    <span class="small-words">{{ kitchen?.about }}</span>
  </TopBar>
  <main id="main" class="shelf">
    <div class="title">
      <h1>The shelf</h1>
      <span class="small-words legend">
        <svg width="26" height="8" aria-hidden="true"><path d="M0 4h26" /></svg> target
        <i aria-hidden="true" /> last bake, all at one scale ·
        <RouterLink :to="{ name: 'how' }">How Tarte thinks</RouterLink>
      </span>
      <ShelfSearch
        v-if="seeking || (doughs?.length ?? 0) > 1"
        v-model="sought"
        :found="older ? null : (doughs?.length ?? null)"
      />
    </div>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <UnderWay />
    <FirstWay v-if="doughs && !seeking" :doughs="doughs.length" />
    <p v-if="kitchen && !kitchen.furnished" class="panel undo">
      <span
        ><b>This kitchen has nothing yet.</b> Forecasts go by a usual oven and tray until it says what it has:
        one sheet, two minutes.</span
      >
      <RouterLink class="btn btn-primary btn-sm" :to="{ name: 'first' }">Furnish it</RouterLink>
    </p>
    <p v-if="removed" class="panel undo" role="status">
      “{{ removed.name }}” is off the shelf, with its versions and bakes.
      <BButton size="sm" variant="outline-primary" @click="putBack">Put it back</BButton>
    </p>
    <div v-if="error" role="alert">
      <p>{{ words(error) }}</p>
      <BButton variant="primary" @click="refetch()">Try again</BButton>
    </div>
    <p v-else-if="isPending">Opening the shelf …</p>
    <p v-else-if="seeking && !doughs?.length" class="panel undo">
      Nothing on the shelf is like that. Try fewer words, or show all.
    </p>
    <div v-else class="doughs">
      <article v-for="d in doughs" :key="d.id" class="panel dough">
        <RouterLink class="cover" :to="{ path: `/dough/${d.id}/formula` }">
          <h2>{{ d.name }}</h2>
          <Silhouette :target="d.target" :bake="d.last_bake" :across-mm="acrossMm" />
        </RouterLink>
        <p class="close">{{ d.closeness }}</p>
        <p class="small-words facts">
          {{ d.style_name }} · {{ d.versions }} {{ d.versions === 1 ? 'version' : 'versions' }} ·
          {{ d.bakes }} {{ d.bakes === 1 ? 'bake' : 'bakes'
          }}<template v-if="d.compared"> · last one {{ d.within }} of {{ d.compared }} within reach</template>
        </p>
        <p v-if="d.needs.length || d.follows_name" class="small-words facts">
          <b v-if="d.needs.length">{{ d.needs.join(', ') }}</b><span v-if="d.needs_state"
            >: {{ NEEDS[d.needs_state] }}</span
          ><template v-if="d.follows_name">
            {{ d.needs.length ? '·' : '' }} follows {{ d.follows_name }}</template
          >
        </p>
        <p class="next">
          <span><b>Next:</b> {{ d.next.charAt(0).toLowerCase() + d.next.slice(1) }}</span>
          <span class="small-words">saved {{ day(d.saved_at) }}</span>
          <button v-if="may('develop')" type="button" class="off" @click="remove(d)">
            take off <span class="visually-hidden">{{ d.name }}</span>
          </button>
        </p>
      </article>
      <section v-if="may('develop') && !seeking" class="ways" aria-label="Start a new dough">
        <h2>{{ doughs?.length ? 'Start another' : 'Start your first dough' }}</h2>
        <button type="button" @click="starting = 'base_ratio'">
          <b>From the 1 : 1 : 1 base ratio</b>
          <span class="small-words">equal weights of flour, sugar and butter, an egg, soda and salt</span>
        </button>
        <button type="button" @click="starting = 'style'">
          <b>From a style</b>
          <span class="small-words">its typical formula, bake and cookie: fifteen to choose from</span>
        </button>
        <RouterLink class="way" :to="{ name: 'paste' }">
          <b>From a recipe, pasted or opened</b>
          <span class="small-words">cups, sticks and all: looked through with you, line by line</span>
        </RouterLink>
        <button type="button" @click="starting = 'empty'">
          <b>From an empty page</b>
          <span class="small-words">write down a formula you already have</span>
        </button>
        <BringFile />
      </section>
    </div>
    <BButton v-if="older" class="mt-3" variant="outline-primary" @click="more">Show more doughs</BButton>
    <TheBin />
    <p class="small-words caution"><b>Raw dough.</b> {{ reference?.raw_dough }}</p>
    <NewDough v-model="starting" />
  </main>
</template>

<style scoped>
.kitchen {
  font-weight: 650;
}
.shelf {
  padding: 14px 16px;
  max-width: 1280px;
  margin: 0 auto;
}
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 18px;
  margin-bottom: 10px;
}
h1 {
  font-size: 1.5rem;
  margin: 0;
}
h2 {
  font-size: 1.125rem;
  margin: 0 0 6px;
}
.legend a {
  text-decoration: underline;
}
.legend path {
  stroke: var(--cobalt);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.legend i {
  display: inline-block;
  width: 18px;
  height: 9px;
  margin-left: 12px;
  border-radius: 2px;
  background: #c9a066;
}
.doughs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(350px, 1fr));
  gap: 16px;
  align-items: stretch;
}
.dough {
  padding: 10px 16px 12px;
  display: flex;
  flex-direction: column;
}
.cover {
  color: inherit;
}
.cover:hover h2 {
  color: var(--cobalt);
}
.close {
  font-weight: 650;
  margin: 8px 0 2px;
}
.facts {
  margin: 0;
}
.next {
  display: flex;
  align-items: baseline;
  gap: 10px;
  margin: auto 0 0;
  padding-top: 8px;
}
.next > :first-child {
  flex: 1;
}
.off {
  border: 0;
  background: none;
  padding: 0;
  font-size: 0.8125rem;
  color: var(--ink-2);
  text-decoration: underline;
}
.off:hover {
  color: var(--alert);
}
.ways {
  display: flex;
  flex-direction: column;
  gap: 8px;
  padding: 13px 0 0;
}
.ways :deep(button),
.ways .way {
  display: flex;
  flex-direction: column;
  text-align: left;
  background: var(--enamel);
  border: 1px solid var(--rule);
  border-left: 3px solid var(--cobalt);
  border-radius: 3px;
  padding: 8px 12px;
  color: var(--cobalt);
}
.ways :deep(button:hover),
.ways .way:hover {
  background: var(--cobalt-wash);
}
.undo {
  padding: 8px 14px;
  display: flex;
  gap: 14px;
  align-items: center;
}
.caution {
  margin: 16px 0 0;
}
</style>
