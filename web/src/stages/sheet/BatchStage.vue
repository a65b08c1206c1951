<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import PrintSheet from '@/ui/PrintSheet.vue'
import StageTabs from '@/ui/StageTabs.vue'
import TypedBox from '@/ui/TypedBox.vue'
import { partsOf } from '../stages'
import { asked, useHanded, useSheet } from './useHanded'
import WhichVersion from './WhichVersion.vue'

const dough = theDough()
const { version } = useHanded()
const typed = ref('200')
const mixer = ref<number | null>(null)
const pieces = computed(() => Math.round(Number(typed.value.replace(',', '.'))) || 0)
const wish = computed(() => ({ version: version.value, pieces: pieces.value, mixer: mixer.value }))
const { data: furnished } = useQuery({ queryKey: ['furnished'], queryFn: () => api.furnished() })
const mixers = computed(() =>
  (furnished.value?.things ?? []).filter((t) => t.kind === 'mixer' && !t.retired_at),
)
const {
  data: sheet,
  error,
  refetch,
} = useSheet('batches', wish, () =>
  api.batchSheet({ params: { path: { dough_id: dough.id.value }, query: { ...wish.value, paper: 'a4' } } }),
)
const weight = (g: number | null): string => (g === null ? 'open' : fixed(g, g < 100 ? 1 : 0))
</script>

<template>
  <div class="handed">
    <StageTabs label="Parts of Versions" :tabs="partsOf('versions')" />
    <form class="wishes" aria-label="What is made" @submit.prevent>
      <WhichVersion v-model="version" />
      <label>
        <TypedBox
          class="form-control form-control-sm number"
          inputmode="numeric"
          :value="typed"
          @enter="typed = $event"
        />
        pieces
      </label>
      <label>
        In
        <select v-model="mixer" class="form-select form-select-sm" aria-label="Mixer">
          <option :value="null">the largest mixer</option>
          <option v-for="m in mixers" :key="m.id" :value="m.id">{{ m.name }}</option>
        </select>
      </label>
    </form>
    <PrintSheet
      label="Batch sheet"
      :title="sheet?.title ?? ''"
      :under="sheet ? [`${sheet.version}; ${sheet.day}`] : []"
      :pdf="`/api/doughs/${dough.id.value}/batch-sheet.pdf${asked(wish)}`"
      :ready="!!sheet"
      :error="error"
      @again="refetch()"
    >
      <template v-if="sheet">
        <p class="makes">{{ sheet.makes }} {{ sheet.bowl }}</p>
        <div class="cols">
          <table>
            <thead>
              <tr>
                <th scope="col">Weigh for one batch</th>
                <th scope="col" class="n">g</th>
                <th scope="col" class="n">may be off, g</th>
                <th scope="col">lot</th>
              </tr>
            </thead>
            <tbody>
              <template v-for="(l, n) in sheet.lines" :key="n">
                <tr v-if="l.group !== sheet.lines[n - 1]?.group">
                  <th scope="rowgroup" colspan="4" class="group">{{ l.group }}</th>
                </tr>
                <tr>
                  <th scope="row">{{ l.name }}</th>
                  <td class="n fig">{{ weight(l.grams) }}</td>
                  <td class="n fig">{{ l.tolerance_g === null ? '' : `±${fixed(l.tolerance_g, 1)}` }}</td>
                  <td class="lot">{{ l.lots.join(', ') }}</td>
                </tr>
              </template>
            </tbody>
          </table>
          <div>
            <table>
              <thead>
                <tr>
                  <th scope="col">Read at every batch</th>
                  <th scope="col" class="n">aim</th>
                  <th scope="col" class="n">may be off</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="c in sheet.checks" :key="c.label">
                  <th scope="row">{{ c.label }}, {{ c.unit }}</th>
                  <td class="n fig">{{ fixed(c.aim, c.digits) }}</td>
                  <td class="n fig">{{ c.off === null ? 'not known' : `±${fixed(c.off, 1)}` }}</td>
                </tr>
              </tbody>
            </table>
            <p class="small-words">
              As far as a noticeable part of a clear miss, by the forecast; a scale’s own step where that is
              coarser.
            </p>
            <h3>Weights</h3>
            <p v-for="w in sheet.weights" :key="w">{{ w }}</p>
            <h3>Safety: your own limits, by local rules</h3>
            <p v-for="c in sheet.critical" :key="c.label">
              {{ c.label }} <span class="line" /> <span class="small-words">{{ c.common }}</span>
            </p>
          </div>
        </div>
        <footer>
          <p>{{ sheet.holds.join(' ') }}</p>
          <p v-for="c in sheet.cautions" :key="c"><b>▲</b> {{ c }}</p>
          <p class="small-words">
            The PDF has a column to fill in for each of the
            {{ sheet.batches }} batches, with lots, what was read, pieces made and good, and who signs.
          </p>
        </footer>
      </template>
    </PrintSheet>
  </div>
</template>

<style scoped src="./handed.css" />
<style scoped>
p {
  margin: 0 0 4px;
}
th {
  font-weight: 400;
  padding: 3px 10px 3px 0;
}
td {
  padding: 3px 0;
}
.n {
  text-align: right;
  white-space: nowrap;
  padding-right: 14px;
}
.lot {
  font-size: 0.875rem;
}
tbody tr {
  border-bottom: 1px solid var(--rule);
}
.group {
  font-weight: 650;
  font-size: 0.875rem;
  padding-top: 6px;
}
h3 {
  font-size: 1rem;
  margin: 10px 0 3px;
}
.line {
  display: inline-block;
  width: 6rem;
  border-bottom: 1px solid var(--ink-2);
}
</style>
