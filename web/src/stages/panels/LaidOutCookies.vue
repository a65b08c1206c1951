<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'
import type { LaidOut } from './samples'

/** Cookies that lie open: each stands for a point of a scale that is asked. */
const MOST = 8
const props = defineProps<{ scales: readonly string[] }>()
const cookies = defineModel<LaidOut[]>({ required: true })
const { data: reference } = useReference()
const asked = computed(() => (reference.value?.scales ?? []).filter((s) => props.scales.includes(s.key)))
function layOut(): void {
  const scale = asked.value[0]
  const point = scale?.points[Math.floor(scale.points.length / 2)]
  if (scale && point) cookies.value.push({ name: '', scale: scale.key, value: point.value })
}
function standFor(n: number, text: string): void {
  const [scale = '', value = ''] = text.split(' ')
  const was = cookies.value[n]
  if (was) cookies.value[n] = { ...was, scale, value: Number(value) }
}
</script>

<template>
  <div v-for="(r, n) in cookies" :key="n" class="cookie">
    <label class="f"
      ><span>lies open</span
      ><BFormInput
        v-model="r.name"
        size="sm"
        maxlength="60"
        placeholder="bread-shop rusk"
        :aria-label="`Cookie ${n + 1} to compare with`"
    /></label>
    <label class="f"
      ><span>stands for</span
      ><select
        class="form-select form-select-sm"
        :value="`${r.scale} ${r.value}`"
        :aria-label="`What cookie ${n + 1} stands for`"
        @change="standFor(n, ($event.target as HTMLSelectElement).value)"
      >
        <optgroup v-for="s in asked" :key="s.key" :label="s.label">
          <option v-for="p in s.points" :key="p.value" :value="`${s.key} ${p.value}`">{{ p.word }}</option>
        </optgroup>
      </select></label
    >
    <BButton size="sm" variant="link" @click="cookies.splice(n, 1)"
      >off<span class="visually-hidden">: {{ r.name || 'this cookie' }}</span></BButton
    >
  </div>
  <BButton v-if="cookies.length < MOST" size="sm" variant="outline-primary" @click="layOut"
    >A cookie to compare with</BButton
  >
</template>

<style scoped>
.cookie {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
}
.f {
  flex: 1 1 120px;
}
.f > span {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
</style>
