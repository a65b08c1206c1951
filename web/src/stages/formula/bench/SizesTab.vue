<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { grams } from '@/ui/format'
import { HABITS, type Habit } from '@/ui/useHabit'
import TypedBox from '@/ui/TypedBox.vue'
import CupsBox from './CupsBox.vue'
import type { Bench, Wish } from './useBench'
import { orBefore } from '@/ui/typed'

defineProps<{ bench: Bench }>()
const wish = defineModel<Wish>('wish', { required: true })
const habit = defineModel<Habit>('habit', { required: true })
const dough = theDough()
const { ingredients } = useReference()

const WAYS = [
  { id: 'factor', name: 'times', hint: '1.5' },
  { id: 'pieces', name: 'pieces', hint: '24' },
  { id: 'eggs', name: 'whole eggs', hint: '2' },
  { id: 'dough', name: 'g of dough', hint: '1000' },
  { id: 'tin', name: 'tin', hint: '20 x 30 cm, 15 mm' },
] as const
const by = ref<(typeof WAYS)[number]['id'] | 'line'>('pieces')
const text = ref('')
const line = ref('')
const hint = computed(() => WAYS.find((w) => w.id === by.value)?.hint ?? '250')
const lines = computed(() =>
  (dough.work.value?.draft.lines ?? []).map((l) => ({
    id: l.id,
    name: ingredients.value.get(l.ingredient)?.name ?? l.ingredient,
  })),
)

async function go(): Promise<void> {
  await dough.edit({ op: 'resize', by: by.value, text: text.value, line: line.value, habit: habit.value })
}
async function to(s: Schemas['SizeStepOut']): Promise<void> {
  await dough.edit({ op: 'resize', by: 'factor', text: String(s.factor), habit: habit.value })
}
function addPart(): void {
  const n = wish.value.split.length
  const more = n === 0 ? 2 : 1
  const parts = Array.from({ length: more }, (_, k) => ({
    name: `Part ${'ABCDEFGHIJKL'[n + k]}`,
    share: 1,
    add: '',
  }))
  wish.value = { ...wish.value, split: [...wish.value.split, ...parts] }
}
function dropPart(n: number): void {
  wish.value = { ...wish.value, split: wish.value.split.filter((_, k) => k !== n) }
}
</script>

<template>
  <section>
    <h3>Make</h3>
    <form class="make" @submit.prevent="go">
      <BFormInput v-model="text" size="sm" aria-label="How much to make" :placeholder="hint" />
      <BFormSelect v-model="by" size="sm" aria-label="What that counts">
        <BFormSelectOption v-for="w in WAYS" :key="w.id" :value="w.id">{{ w.name }}</BFormSelectOption>
        <BFormSelectOption value="line">g of one line, a packet or bar</BFormSelectOption>
      </BFormSelect>
      <BFormSelect v-if="by === 'line'" v-model="line" size="sm" aria-label="Which line">
        <BFormSelectOption v-for="l in lines" :key="l.id" :value="l.id">{{ l.name }}</BFormSelectOption>
      </BFormSelect>
      <BButton type="submit" size="sm" variant="outline-primary" :disabled="!text.trim()">Scale</BButton>
    </form>
    <p v-if="dough.problemAt('scale')" class="alert-words" role="alert">▲ {{ dough.problemAt('scale') }}</p>
    <p class="small-words">Percentages stay. A tin is reckoned at 1.2 g of dough per ml, a rule of thumb.</p>
    <label class="small-words measures"
      >Eggs, cups and spoons are
      <BFormSelect v-model="habit" size="sm">
        <BFormSelectOption v-for="h in HABITS" :key="h.id" :value="h.id">{{ h.name }}</BFormSelectOption>
      </BFormSelect>
    </label>
  </section>
  <CupsBox :habit="habit" />
  <section>
    <h3>Sizes at which the eggs come whole</h3>
    <p class="packet small-words">
      and a packet of
      <TypedBox
        class="form-control form-control-sm"
        inputmode="decimal"
        aria-label="Grams in a packet"
        placeholder="250"
        :value="wish.packet_g"
        @enter="wish = { ...wish, packet_g: Number($event) || null }"
      />
      g of
      <select
        class="form-select form-select-sm"
        aria-label="What the packet holds"
        :value="wish.packet_line"
        @change="wish = { ...wish, packet_line: ($event.target as HTMLSelectElement).value }"
      >
        <option value="">nothing</option>
        <option v-for="l in lines" :key="l.id" :value="l.id">{{ l.name }}</option>
      </select>
    </p>
    <table v-if="bench.sizes.length" class="sizes">
      <thead>
        <tr>
          <th scope="col" class="n">eggs</th>
          <th scope="col" class="n">times</th>
          <th scope="col" class="n">dough</th>
          <th scope="col" class="n">pieces</th>
          <th scope="col" class="n">packets</th>
          <th scope="col"><span class="visually-hidden">take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in bench.sizes" :key="s.eggs">
          <td class="n fig">{{ s.eggs }}</td>
          <td class="n fig">{{ s.factor.toFixed(2) }}</td>
          <td class="n fig">{{ s.dough_g.toFixed(0) }} g</td>
          <td class="n fig">{{ s.pieces ?? '–' }}</td>
          <td class="n fig">
            <template v-if="s.packets !== null"
              >{{ s.packets }}<span class="small-words"> ±{{ s.off_pct.toFixed(0) }} %</span></template
            ><template v-else>–</template>
          </td>
          <td><BButton size="sm" variant="outline-primary" @click="to(s)">take it</BButton></td>
        </tr>
      </tbody>
    </table>
    <p v-else class="small-words">No whole egg of known weight in this formula.</p>
  </section>
  <section>
    <h3>Divide by weight</h3>
    <div v-for="(p, n) in wish.split" :key="n" class="part">
      <BFormInput v-model="p.name" size="sm" :aria-label="`Name of part ${n + 1}`" />
      <TypedBox
        class="form-control form-control-sm"
        inputmode="decimal"
        :value="p.share"
        :aria-label="`Share of part ${n + 1}`"
        @enter="p.share = orBefore($event, p.share ?? 0)"
      />
      <span class="fig">{{ bench.split[n] ? `${grams(bench.split[n].grams)} g` : '' }}</span>
      <span class="small-words">{{
        bench.split[n] ? `${bench.split[n].pieces} pieces, ${grams(bench.split[n].left_g)} g over` : ''
      }}</span>
      <BFormInput
        :model-value="p.add ?? ''"
        size="sm"
        class="adds"
        :aria-label="`Added to part ${n + 1} alone`"
        placeholder="and 15 g cocoa"
        @update:model-value="p.add = String($event ?? '')"
      />
      <BButton size="sm" variant="link" :aria-label="`Take out part ${n + 1}`" @click="dropPart(n)">
        out
      </BButton>
    </div>
    <p v-for="s in bench.split.filter((x) => x.added || x.problem)" :key="s.name" class="small-words">
      {{ s.name }}: <span v-if="s.problem" class="alert-words">▲ {{ s.problem }}</span> {{ s.added }}
    </p>
    <p v-if="bench.even > 0 && bench.split.length > 1" class="small-words">
      {{ bench.even }} pieces of each come out even; join them in pairs from there.
    </p>
    <details v-for="s in bench.split" :key="`f-${s.name}`" class="small-words">
      <summary>What is in {{ s.name }}</summary>
      <span v-for="(l, n) in s.lines" :key="n">{{ n ? ', ' : '' }}{{ l.name }} {{ grams(l.grams) }} g</span>
      {{ s.added }}
    </details>
    <p v-if="bench.split_problem" class="alert-words">▲ {{ bench.split_problem }}</p>
    <BButton size="sm" variant="outline-primary" @click="addPart">
      {{ wish.split.length ? 'Another part' : 'Divide in two' }}
    </BButton>
    <p class="small-words">After the bowl's loss, so the parts come out even on the scale.</p>
  </section>
</template>

<style scoped>
section {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 9px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 5px;
}
p {
  margin: 4px 0 0;
}
.make,
.packet,
.measures {
  display: flex;
  gap: 6px;
  align-items: center;
}
.make input {
  width: 130px;
}
.packet input {
  width: 70px;
}
.packet select,
.measures select {
  width: auto;
}
.sizes {
  width: 100%;
  margin-top: 6px;
}
.sizes th {
  font-weight: 400;
  color: var(--ink-2);
  font-size: 0.8125rem;
}
.n {
  text-align: right;
}
.sizes td:last-child {
  text-align: right;
}
.part {
  display: grid;
  grid-template-columns: 84px 54px 62px minmax(0, 1fr) 112px 26px;
  gap: 6px;
  align-items: center;
  margin-bottom: 3px;
}
.part .fig {
  text-align: right;
}
</style>
