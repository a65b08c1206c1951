<script setup lang="ts">
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

const PAPERS = [
  { id: 'a4', name: 'A4' },
  { id: 'a5', name: 'A5' },
  { id: 'letter', name: 'Letter' },
] as const
const SIZES = [
  { id: '', name: 'as the formula is' },
  { id: 'pieces', name: 'pieces' },
  { id: 'factor', name: 'times the formula' },
  { id: 'dough', name: 'g of dough' },
] as const

const dough = theDough()
const { version } = useHanded()
const units = ref('g')
const paper = ref<(typeof PAPERS)[number]['id']>('a4')
const by = ref<(typeof SIZES)[number]['id']>('')
const size = ref('24')
const wish = computed(() => ({
  version: version.value,
  units: units.value,
  by: by.value,
  size: by.value === '' ? '' : size.value,
}))
const {
  data: card,
  error,
  refetch,
} = useSheet('card', wish, () =>
  api.card({ params: { path: { dough_id: dough.id.value }, query: { ...wish.value, paper: 'a4' } } }),
)
const file = (ending: string): string =>
  `/api/doughs/${dough.id.value}/card.${ending}${asked({ ...wish.value, paper: ending === 'pdf' ? paper.value : null })}`
const picture = computed(() =>
  card.value?.drawing ? `data:image/svg+xml,${encodeURIComponent(card.value.drawing)}` : '',
)
</script>

<template>
  <div class="handed">
    <StageTabs label="Parts of Versions" :tabs="partsOf('versions')" />
    <form class="wishes" aria-label="What the card is for" @submit.prevent>
      <WhichVersion v-model="version" />
      <label>
        Grams,
        <select v-model="units" class="form-select form-select-sm" aria-label="Measures beside grams">
          <option v-for="m in card?.measures ?? [{ id: 'g', name: 'grams only' }]" :key="m.id" :value="m.id">
            {{ m.name === 'grams only' ? 'nothing beside' : m.name }}
          </option>
        </select>
      </label>
      <label>
        Size
        <TypedBox
          v-if="by !== ''"
          class="form-control form-control-sm number"
          inputmode="decimal"
          aria-label="How much"
          :value="size"
          @enter="size = $event"
        />
        <select v-model="by" class="form-select form-select-sm" aria-label="Size by">
          <option v-for="s in SIZES" :key="s.id" :value="s.id">{{ s.name }}</option>
        </select>
      </label>
      <label>
        Paper
        <select v-model="paper" class="form-select form-select-sm">
          <option v-for="p in PAPERS" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select>
      </label>
    </form>
    <PrintSheet
      label="Card"
      :title="card?.title ?? ''"
      :under="card ? [`${card.version}; ${card.day}`] : []"
      :pdf="file('pdf')"
      :ready="!!card"
      :error="error"
      @again="refetch()"
    >
      <template #acts>
        <a class="btn btn-outline-primary" :href="file('html')" download>As a page (HTML)</a>
      </template>
      <template v-if="card">
        <p class="makes">
          {{ card.makes }} <span class="small-words">{{ card.expect }}</span>
        </p>
        <div class="cols">
          <div>
            <table v-for="g in card.groups" :key="g.name">
              <caption>
                {{
                  g.name
                }}
              </caption>
              <tbody>
                <tr v-for="(l, n) in g.lines" :key="n">
                  <td>{{ l.grams }}</td>
                  <th scope="row">
                    {{ l.name }}
                    <span v-if="l.measure" class="small-words">
                      {{ l.measure.words
                      }}<template v-if="l.measure.off_pct !== null">
                        · ±{{ fixed(l.measure.off_pct, 0) }} %</template
                      >
                    </span>
                  </th>
                </tr>
              </tbody>
            </table>
          </div>
          <div>
            <img v-if="picture" :src="picture" alt="The cookie as forecast, from above and from the side" />
            <h3>How</h3>
            <ol>
              <li v-for="s in card.steps" :key="s">{{ s }}</li>
            </ol>
            <template v-if="card.pull.length">
              <h3>When it is done</h3>
              <p v-for="s in card.pull" :key="s">{{ s }}</p>
            </template>
          </div>
        </div>
        <footer>
          <p><b>Holds</b> {{ card.holds.join(' ') }}</p>
          <p><b>Keeps</b> {{ card.keeping.join(' ') }}</p>
          <p v-for="c in card.cautions" :key="c"><b>▲</b> {{ c }}</p>
          <p v-for="c in card.small_print" :key="c" class="small-words">{{ c }}</p>
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
table {
  margin-bottom: 8px;
}
caption {
  caption-side: top;
  padding: 0;
  font-weight: 650;
  color: inherit;
}
td {
  width: 6.2rem;
  white-space: nowrap;
  vertical-align: top;
  padding: 2px 12px 2px 0;
  font-weight: 650;
}
th {
  font-weight: 400;
  padding: 2px 0;
}
th .small-words {
  display: block;
}
img {
  float: right;
  width: 128px;
  margin: 0 0 8px 14px;
}
h3 {
  font-size: 1rem;
  margin: 0 0 4px;
}
ol {
  padding-left: 1.3rem;
}
li {
  margin-bottom: 3px;
}
</style>
