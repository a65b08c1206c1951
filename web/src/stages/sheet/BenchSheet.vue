<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/calls'
import { theDough } from '@/dough/key'
import { stepWord } from '@/ui/format'
import PrintSheet from '@/ui/PrintSheet.vue'
import StageTabs from '@/ui/StageTabs.vue'
import { partsOf } from '../stages'
import { useHanded, useSheet } from './useHanded'
import WhichVersion from './WhichVersion.vue'

const dough = theDough()
/** The draft's, or a kept version's by its number. */
const { version } = useHanded()
const {
  data: sheet,
  error,
  refetch,
} = useSheet('sheet', version, () =>
  api.benchSheet({
    params: { path: { dough_id: dough.id.value }, query: { version: version.value } },
  }),
)
const grouped = computed(() => {
  const found: { step: string; lines: NonNullable<typeof sheet.value>['lines'] }[] = []
  for (const line of sheet.value?.lines ?? []) {
    const last = found.at(-1)
    if (last && last.step === line.step) last.lines.push(line)
    else found.push({ step: line.step, lines: [line] })
  }
  return found
})
</script>

<template>
  <div class="handed">
    <StageTabs label="Parts of Versions" :tabs="partsOf('versions')" />
    <form class="wishes" aria-label="Which one" @submit.prevent><WhichVersion v-model="version" /></form>
    <PrintSheet
      label="Bench sheet"
      :title="sheet?.title ?? ''"
      :under="[sheet?.subtitle ?? '']"
      :pdf="`/api/doughs/${dough.id.value}/sheet.pdf${version ? `?version=${version}` : ''}`"
      :ready="!!sheet"
      :error="error"
      @again="refetch()"
    >
      <template v-if="sheet">
        <p class="blanks"><span>Date</span><span>Cook</span><span>Batch</span></p>
        <div class="cols">
          <table>
            <thead>
              <tr>
                <th scope="col"><span class="visually-hidden">done</span></th>
                <th scope="col">Weigh</th>
                <th scope="col" class="n">to weigh</th>
                <th scope="col" class="n">really</th>
              </tr>
            </thead>
            <tbody v-for="g in grouped" :key="g.step">
              <tr>
                <th scope="rowgroup" colspan="4" class="step">{{ stepWord(g.step) }}</th>
              </tr>
              <tr v-for="(l, n) in g.lines" :key="n">
                <td><span class="box" aria-hidden="true" /></td>
                <td>
                  {{ l.name }} <span class="small-words">{{ l.note }}</span>
                  <b v-for="m in l.marks" :key="m" class="open">{{ m }}</b>
                </td>
                <td class="n fig">{{ l.amount }}</td>
                <td class="line" />
              </tr>
            </tbody>
          </table>
          <div>
            <ol>
              <li v-for="s in sheet.steps" :key="s">{{ s }}</li>
            </ol>
            <p v-for="c in sheet.checks" :key="c" class="check">
              <span>{{ c }}</span><span class="line" />
            </p>
          </div>
        </div>
        <footer>
          <p v-for="c in sheet.cautions" :key="c"><b>▲</b> {{ c }}</p>
          <p v-if="sheet.allergens.length">
            <b>Allergens:</b> {{ sheet.allergens.join(', ') }}. {{ sheet.labels }}
          </p>
        </footer>
      </template>
    </PrintSheet>
  </div>
</template>

<style scoped src="./handed.css" />
<style scoped>
p {
  margin: 0;
}
.blanks {
  display: flex;
  gap: 18px;
  margin: 8px 0;
}
.blanks span {
  flex: 1;
  border-bottom: 1px solid var(--ink-2);
  color: var(--ink-2);
}
.step {
  font-size: 0.8125rem;
  font-weight: 650;
  padding-top: 6px;
  border-bottom: 1px solid var(--rule);
}
td {
  padding: 3px 6px 3px 0;
}
.open {
  display: block;
  font-size: 0.8125rem;
}
.n {
  text-align: right;
  white-space: nowrap;
}
.box {
  display: inline-block;
  width: 14px;
  height: 14px;
  border: 1.5px solid var(--ink);
  vertical-align: -2px;
}
.line {
  border-bottom: 1px solid var(--ink-2);
  min-width: 76px;
}
ol {
  padding-left: 1.2rem;
}
.check {
  display: flex;
  gap: 8px;
  margin-top: 5px;
}
.check .line {
  flex: 1;
}
footer {
  margin-top: 12px;
  border-top: 1px solid var(--rule);
  padding-top: 6px;
  font-size: 0.8125rem;
}
</style>
