<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { useAsk } from '@/api/ask'
import { fixed, signed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import ChangeDrawing from './ChangeDrawing.vue'
import { useNext } from './useNext'
import TermWord from '@/ui/TermWord.vue'

/** How forgiving the formula is: everyday slips, each alone and all at once, beside a kept version if wanted. */
type Told = Schemas['ForgivingOut']
const { dough, question, changes } = useNext()
const beside = ref<number | null>(null)
const versions = computed(() => dough.record.value?.versions ?? [])
const { answer, problem } = useAsk(changes, () => {
  const body = question()
  return body && api.shake({ body })
})
const { answer: other } = useAsk(
  () => [changes(), beside.value],
  async () => {
    const body = question()
    const number = beside.value
    if (!body || number === null) return null
    const draft = await api.version({ params: { path: { dough_id: dough.id.value, number } } })
    return api.shake({ body: { ...body, draft } })
  },
)
const lines = computed<[string, Told][]>(() => [
  ...(answer.value ? [['the draft', answer.value] as [string, Told]] : []),
  ...(other.value && beside.value !== null
    ? [[`version ${beside.value}`, other.value] as [string, Told]]
    : []),
])
const shown = computed(() => answer.value?.slips[0]?.moved ?? [])
const most = computed(() => Math.max(1, ...(answer.value?.slips ?? []).map((s) => s.steps)))
const unit = (m: Schemas['SlipMoveOut']): string => (m.unit === 'of 100' ? 'points' : m.unit)
const share = (told: Told, key: string): string => {
  const found = told.shares.find((s) => s.key === key)
  return found ? `${fixed(100 * found.share, 0)} %` : '–'
}
const fill = computed(() => dough.preview.value?.forecast?.hex_middle ?? null)
</script>

<template>
  <section class="forgiving stage panel" aria-label="How forgiving">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
    </header>
    <div class="body">
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <p v-if="!answer && !problem" class="small-words" role="status">baking with every slip …</p>
      <template v-if="answer">
        <h3 class="lead">{{ answer.words }}</h3>
        <div v-if="answer.bakes" class="two">
          <div>
            <ChangeDrawing
              :now="answer.now_outline"
              :then="[]"
              :cloud="answer.cloud"
              :target="answer.target_outline"
              :fill="fill"
              :words="`${answer.cloud.length} bakes with slips drawn over today's cookie`"
            />
            <p class="small-words">
              Filled: as planned. Lines: {{ answer.cloud.length }} of {{ answer.bakes }} bakes with all slips
              at once, each normally spread so that 19 of 20 stay within the sizes below.
              <template v-if="answer.target_outline.length">Dotted: the target.</template> Fine lines 1 mm.
            </p>
          </div>
          <div>
            <label class="small-words beside">
              Beside
              <select v-model="beside" class="form-select form-select-sm">
                <option :value="null">no version</option>
                <option v-for="v in versions" :key="v.number" :value="v.number">
                  version {{ v.number }}
                </option>
              </select>
            </label>
            <table v-if="answer.shares.length" class="table table-sm">
              <thead>
                <tr>
                  <th scope="col">Within reach</th>
                  <th v-for="[name] in lines" :key="name" scope="col" class="text-end">{{ name }}</th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row"><b>everything wished</b></th>
                  <td v-for="[name, told] in lines" :key="name" class="fig text-end">
                    <b>{{ told.within === null ? '–' : `${fixed(100 * told.within, 0)} %` }}</b>
                  </td>
                </tr>
                <tr v-for="s in answer.shares" :key="s.key">
                  <th scope="row">{{ s.label }}</th>
                  <td v-for="[name, told] in lines" :key="name" class="fig text-end">
                    {{ share(told, s.key) }}
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </div>
        <table v-if="answer.slips.length" class="table table-sm slips">
          <caption class="small-words">
            What each slip moves by itself, off to one side and to the other
          </caption>
          <thead>
            <tr>
              <th scope="col">Slip</th>
              <th scope="col"><TermWord name="clear_miss">clear misses</TermWord>, at most</th>
              <th v-for="m in shown" :key="m.key" scope="col" class="text-end">
                {{ m.label }}<span class="unit">, {{ unit(m) }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="s in answer.slips" :key="s.key">
              <th scope="row">
                {{ s.name }} <span class="fig">±{{ fixed(s.size, 0) }}</span
                >&nbsp;<span class="unit">{{ s.unit }}</span>
              </th>
              <td class="fig">
                <svg width="64" height="10" aria-hidden="true">
                  <rect y="1" height="8" :width="(60 * s.steps) / most" />
                </svg>
                {{ fixed(s.steps, 1) }}
              </td>
              <td v-for="m in s.moved" :key="m.key" class="fig text-end">
                {{ signed(m.down, Math.min(m.digits, 1)) }} / {{ signed(m.up, Math.min(m.digits, 1)) }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small-words">
          By the forecast: what its slopes may be off by is not in it, nor what bakes scatter by anyway. The
          sizes of the slips are judgement.
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped src="./next.css" />
<style scoped>
.two {
  grid-template-columns: minmax(0, 1fr) 280px;
}
.beside {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-bottom: 6px;
}
.beside select {
  width: auto;
}
tbody th {
  font-weight: 400;
}
td {
  white-space: nowrap;
}
caption {
  caption-side: top;
  padding: 2px 0;
}
.slips {
  font-size: 0.875rem;
}
.slips rect {
  fill: var(--cobalt);
}
@media (max-width: 900px) {
  .body {
    overflow-x: auto;
  }
}
</style>
