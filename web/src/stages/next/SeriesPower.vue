<script setup lang="ts">
import { computed, ref } from 'vue'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { typed } from '@/ui/typed'

/** What it takes to see a difference: trays of two levels, and this plan by its own runs. */
const props = defineProps<{ plan: Schemas['SeriesIn'] | null }>()
const dough = theDough()
const { quantities, ofRole } = useReference()
const size = ref('3')
const measure = ref('diameter_mm')
/** Scores differ by points, losses too. */
const unit = computed(() => {
  const found = quantities.value.get(measure.value)?.unit ?? ''
  return found === 'of 100' || found === '%' ? 'points' : found
})
const difference = computed(() => typed(size.value) ?? NaN)
const { answer: power } = useAsk(
  () => [measure.value, size.value],
  () =>
    difference.value > 0
      ? api.power({
          params: {
            path: { dough_id: dough.id.value, key: measure.value },
            query: { difference: difference.value },
          },
        })
      : null,
)
const { answer: planned } = useAsk(
  () => [measure.value, size.value, props.plan],
  () =>
    difference.value > 0 && props.plan
      ? api.planPower({
          params: { path: { dough_id: dough.id.value } },
          body: { ...props.plan, key: measure.value, difference: difference.value },
        })
      : null,
)
const trays = (n: number | null): string => (n === null ? 'over 60' : String(n))
</script>

<template>
  <div class="power">
    <p>
      To see
      <BFormSelect v-model="measure" size="sm" aria-label="Measured">
        <BFormSelectOption v-for="m in ofRole('series')" :key="m.key" :value="m.key">{{
          m.label
        }}</BFormSelectOption>
      </BFormSelect>
      differ by
      <BFormInput v-model="size" size="sm" class="fig" :aria-label="`Difference, ${unit}`" />
      {{ unit }} in 8 of 10 series it takes, of each level,
    </p>
    <p v-if="!(difference > 0)" class="alert-words" role="alert">▲ Type a difference above zero.</p>
    <table v-else-if="power" class="table table-sm">
      <thead>
        <tr>
          <th scope="col">pieces a tray</th>
          <th scope="col">from one dough</th>
          <th scope="col">mixed each by itself</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="n in power.needs" :key="n.pieces">
          <th scope="row" class="fig">{{ n.pieces }}</th>
          <td class="fig">{{ trays(n.one_dough) }} trays</td>
          <td class="fig">{{ trays(n.own_mixing) }} batches</td>
        </tr>
      </tbody>
    </table>
    <template v-if="planned && difference > 0">
      <p v-for="e in planned.each" :key="e.name">
        As planned, {{ e.name.toLowerCase() }} from low to high is seen in
        <b class="fig">{{ fixed(100 * e.seen, 0) }}</b> of 100 series;
        {{ e.rounds === null ? 'more than 30 rounds' : e.rounds === 1 ? 'one round' : `${e.rounds} rounds` }}
        for 80.
      </p>
    </template>
    <p class="small-words">
      Two-sided at 5 %.
      <template v-if="power">
        One bake to the next ±{{ fixed(power.scatter, 1) }} {{ unit }}. {{ power.scatter_from }}
      </template>
    </p>
  </div>
</template>

<style scoped>
.power {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  margin-top: 6px;
}
.power input,
.power select {
  display: inline-block;
  width: 56px;
}
.power select {
  width: auto;
}
table {
  margin-bottom: 6px;
}
tbody th {
  font-weight: 400;
}
p {
  margin-bottom: 4px;
}
</style>
