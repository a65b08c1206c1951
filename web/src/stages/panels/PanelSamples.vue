<script setup lang="ts">
import { computed } from 'vue'
import { useBakes } from '@/api/queries'
import { theDough } from '@/dough/key'
import { day } from '@/ui/format'
import { sampleOf, type Sample } from './samples'

/** The samples of a panel: where each comes from, what it is called, how old it is at the table, what it holds. */
const props = defineProps<{ fewest: number; most: number }>()
const samples = defineModel<Sample[]>({ required: true })
const dough = theDough()
const versions = computed(() => [...(dough.record.value?.versions ?? [])].map((v) => v.number).reverse())
/** What was baked lately can be on the table; its version comes with it. */
const { data: results } = useBakes(dough.id)
const bakes = computed(() => results.value?.bakes ?? [])
/** A sample is picked as “v3” (a version), “b12” (a bake) or nothing (elsewhere). */
const pickOf = (s: Sample): string => (s.bake ? `b${s.bake}` : s.version === null ? '' : `v${s.version}`)
function pick(n: number, text: string): void {
  const was = samples.value[n]
  if (!was) return
  const named = was.name === '' || /^(Version|Bake) \d+$/.test(was.name)
  const baked = text.startsWith('b') ? bakes.value.find((b) => b.number === Number(text.slice(1))) : undefined
  const next = baked
    ? { ...sampleOf(baked.batch.version), name: `Bake ${baked.number}`, bake: baked.number }
    : sampleOf(text.startsWith('v') ? Number(text.slice(1)) : null)
  samples.value[n] = { ...was, ...next, holds: was.holds, name: named ? next.name : was.name }
}
</script>

<template>
  <div v-for="(s, n) in samples" :key="n" class="sample">
    <label class="f"
      ><span>from</span>
      <select
        class="form-select form-select-sm"
        :value="pickOf(s)"
        :aria-label="`Sample ${n + 1} from`"
        @change="pick(n, ($event.target as HTMLSelectElement).value)"
      >
        <option v-for="v in versions" :key="v" :value="`v${v}`">version {{ v }}</option>
        <option v-for="b in bakes" :key="`b${b.number}`" :value="`b${b.number}`">
          bake {{ b.number }}, {{ day(b.baked_on) }}, version {{ b.batch.version }}
        </option>
        <option value="">elsewhere</option>
      </select></label
    >
    <label class="f"
      ><span>called</span
      ><BFormInput v-model="s.name" size="sm" maxlength="60" :aria-label="`Sample ${n + 1} called`"
    /></label>
    <label class="f age"
      ><span>age, h</span
      ><BFormInput
        v-model="s.age_h"
        size="sm"
        class="fig"
        inputmode="decimal"
        :placeholder="s.bake ? 'by its day' : ''"
        :aria-label="`Sample ${n + 1}, hours from oven to table`"
    /></label>
    <label v-if="s.version === null" class="f holds"
      ><span>what it holds</span
      ><BFormInput
        v-model="s.holds"
        size="sm"
        maxlength="300"
        placeholder="wheat, milk, egg"
        :aria-label="`What sample ${n + 1} holds`"
    /></label>
  </div>
  <div class="acts">
    <BButton
      v-if="samples.length < props.most"
      size="sm"
      variant="outline-primary"
      @click="samples.push(sampleOf(null))"
      >Another sample</BButton
    >
    <BButton v-if="samples.length > props.fewest" size="sm" variant="outline-primary" @click="samples.pop()"
      >One fewer</BButton
    >
  </div>
</template>

<style scoped>
.sample {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
}
.f > span {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.f {
  flex: 1 1 120px;
}
.age {
  flex: 0 0 92px;
}
.holds {
  flex-basis: 100%;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 6px 0;
}
</style>
