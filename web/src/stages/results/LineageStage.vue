<script setup lang="ts">
import { useInfiniteQuery, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import TinySide from '@/stages/swaps/TinySide.vue'
import TextureMap from '@/stages/target/TextureMap.vue'
import { lineage } from '@/stages/versions/lineage'
import { day, fixed, signed } from '@/ui/format'
import StageTabs from '@/ui/StageTabs.vue'
import { useResultTabs } from './tabs'
import TermWord from '@/ui/TermWord.vue'

/** Versions and bakes as a tree that says what each change did. */
const dough = theDough()
const tabs = useResultTabs()
const pages = useInfiniteQuery({
  queryKey: ['bakes', 'lineage', dough.id],
  queryFn: ({ pageParam }) =>
    api.lineage({
      params: { path: { dough_id: dough.id.value }, query: pageParam ? { before: pageParam } : {} },
    }),
  initialPageParam: 0,
  getNextPageParam: (last) => (last[0] && last[0].number > 1 ? last[0].number : undefined),
})
const { error, hasNextPage: older } = pages
const found = computed(() => pages.data.value?.pages.flat())
/** The same history as a trail on the texture map. */
const onMap = ref(false)
const { data: reference } = useReference()
const { data: trail } = useQuery({
  queryKey: ['bakes', dough.id, 'trail'],
  queryFn: () => api.trail({ params: { path: { dough_id: dough.id.value } } }),
})
const byNumber = computed(() => new Map((found.value ?? []).map((v) => [v.number, v] as const)))
const nodes = computed(() =>
  lineage(dough.record.value?.versions ?? []).filter((n) => byNumber.value.has(n.version.number)),
)
const target = computed(() => dough.preview.value?.target_outline ?? [])
const across = computed(() =>
  Math.max(
    100,
    ...(found.value ?? []).flatMap((v) => (v.size?.outline ?? []).map(([x = 0]) => 2.2 * Math.abs(x))),
  ),
)
type Did = Schemas['DidOut']
const sign = (value: number | null, d: Did): string => signed(value, Math.min(d.digits, 1))
const unit = (d: Did): string => (d.unit === 'of 100' ? 'points' : d.unit)
</script>

<template>
  <section class="lineage stage panel" aria-label="Lineage">
    <header>
      <h2>Results</h2>
      <StageTabs label="Parts of Results" :tabs="tabs" />
      <span class="small-words"
        ><template v-if="onMap">where the bakes lie, the last one large</template
        ><template v-else>bold stands above <TermWord name="scatter">scatter</TermWord></template></span
      >
      <span class="push" />
      <BButton v-if="trail?.length" size="sm" variant="outline-primary" @click="onMap = !onMap">{{
        onMap ? 'Show the tree' : 'Show the trail on the map'
      }}</BButton>
    </header>
    <p v-if="error" class="alert-words pad">▲ {{ words(error) }}</p>
    <p v-if="found && !found.length" class="pad">
      <b>No version yet.</b> Keep the draft as a version; its bakes then tell what each change did.
    </p>
    <ol v-if="!onMap" class="tree" tabindex="0" aria-label="Versions, newest first">
      <li v-for="n in nodes" :key="n.version.number" :style="{ marginLeft: `${n.column * 26}px` }">
        <template v-if="byNumber.get(n.version.number)">
          <div class="head">
            <TinySide
              :shape="byNumber.get(n.version.number)?.size?.outline ?? []"
              :ghost="target"
              :fill="byNumber.get(n.version.number)?.size?.hex ?? null"
              :across="across"
            />
            <div>
              <h3>
                Version {{ n.version.number }}
                <span v-if="n.version.parent" class="small-words">from {{ n.version.parent }}</span>
                <span class="small-words">{{ n.version.note }}</span>
              </h3>
              <p v-if="byNumber.get(n.version.number)?.taught" class="taught">
                {{ byNumber.get(n.version.number)?.taught }}
              </p>
              <p class="small-words">
                <template v-if="byNumber.get(n.version.number)?.changed.length">
                  {{ byNumber.get(n.version.number)?.changed.join(', ') }}
                </template>
                <span v-if="(byNumber.get(n.version.number)?.changed.length ?? 0) > 1" class="alert-words">
                  △ {{ byNumber.get(n.version.number)?.words }}</span
                >
              </p>
              <p class="small-words">
                <template v-for="b in byNumber.get(n.version.number)?.bakes ?? []" :key="b.id"
                  >bake {{ b.number }}, {{ day(b.baked_on) }}: {{ fixed(b.rms_steps, 1) }} clear misses off.
                </template>
                <template v-if="!byNumber.get(n.version.number)?.bakes.length">not baked yet</template>
              </p>
              <p v-for="w in byNumber.get(n.version.number)?.panels ?? []" :key="w" class="small-words">
                {{ w }}
              </p>
            </div>
          </div>
          <details v-if="byNumber.get(n.version.number)?.did.length">
            <summary>
              In figures<span class="visually-hidden"> of version {{ n.version.number }}</span>
            </summary>
            <table>
              <thead>
                <tr>
                  <td />
                  <th v-for="d in byNumber.get(n.version.number)?.did ?? []" :key="d.key" scope="col">
                    {{ d.label }}
                  </th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row">bakes</th>
                  <td v-for="d in byNumber.get(n.version.number)?.did ?? []" :key="d.key" class="fig">
                    <component :is="d.real ? 'b' : 'span'" :class="{ faint: !d.real }">{{
                      sign(d.measured, d)
                    }}</component>
                    <span class="unit">&nbsp;{{ unit(d) }}</span>
                  </td>
                </tr>
                <tr>
                  <th scope="row">forecast</th>
                  <td v-for="d in byNumber.get(n.version.number)?.did ?? []" :key="d.key" class="fig faint">
                    {{ sign(d.forecast, d) }}
                  </td>
                </tr>
              </tbody>
            </table>
          </details>
        </template>
      </li>
      <li v-if="older">
        <BButton size="sm" variant="outline-primary" @click="pages.fetchNextPage()">Earlier versions</BButton>
      </li>
    </ol>
    <div v-else class="map" inert>
      <TextureMap
        :styles="reference?.styles ?? []"
        :chosen="dough.work.value?.target.style_id ?? ''"
        :target="dough.preview.value?.target_place ?? null"
        :forecast="dough.preview.value?.forecast_place ?? null"
        :trail="trail ?? []"
      />
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 1rem;
  margin: 0;
}
h3 .small-words {
  font-weight: 400;
  margin-left: 6px;
}
.pad {
  padding: 8px 14px;
}
.map {
  max-width: 720px;
  padding: 8px 14px;
  overflow-y: auto;
}
.tree {
  list-style: none;
  margin: 0;
  padding: 6px 14px;
  overflow-y: auto;
  flex: 1;
  min-height: 0;
}
li {
  border-left: 2px solid var(--graph-strong);
  padding: 4px 0 8px 12px;
}
.taught {
  font-weight: 600;
}
details {
  margin-left: 92px;
}
summary {
  cursor: pointer;
  color: var(--cobalt);
  font-size: 0.875rem;
}
.head {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
}
p {
  margin: 0;
}
table {
  font-size: 0.8125rem;
}
table th,
table td {
  padding: 0 14px 0 0;
  font-weight: 400;
  text-align: right;
  white-space: nowrap;
}
table thead th {
  color: var(--ink-2);
}
table th[scope='row'] {
  color: var(--ink-2);
  text-align: left;
}
.faint {
  color: var(--ink-2);
}
@media (max-width: 900px) {
  details {
    margin-left: 0;
  }
  table {
    display: block;
    overflow-x: auto;
  }
}
</style>
