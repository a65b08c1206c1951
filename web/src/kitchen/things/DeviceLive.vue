<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words } from '@/api/client'
import { SETTLED, useDevices } from '@/bench/useDevices'
import { clock, day, fixed } from '@/ui/format'
import { typed } from '@/ui/typed'
import type { Thing } from '../facts'

/** A device as it reads now, and what it was held against: ice, boiling water, nothing, a check weight. */
const props = defineProps<{ thing: Thing; mayRecord: boolean }>()
const devices = useDevices()
const queryClient = useQueryClient()
const reading = computed(() => devices.of(props.thing.id))
const trouble = computed(() => devices.trouble(reading.value))
const isScale = computed(() => props.thing.facts['what'] === 'scale')
const unit = computed(() => (isScale.value ? 'g' : '°C'))
const weight = ref('500')
const wrong = ref('')
const busy = ref(false)
const { data: checks } = useQuery({
  queryKey: ['deviceChecks', () => props.thing.id],
  queryFn: () => api.deviceChecks({ params: { path: { device_id: props.thing.id } } }),
})
const NAMES: Record<string, string> = {
  ice: 'ice water',
  boil: 'boiling water',
  zero: 'nothing on it',
  weight: 'check weight',
}
async function check(what: 'ice' | 'boil' | 'zero' | 'weight'): Promise<void> {
  wrong.value = ''
  const against = what === 'weight' ? typed(weight.value) : null
  if (what === 'weight' && (against === null || Number.isNaN(against) || against <= 0)) {
    wrong.value = `“${weight.value}” is no weight. Type what the check weight weighs, in grams.`
    return
  }
  busy.value = true
  try {
    const got = await api.checkDevice({
      params: { path: { device_id: props.thing.id } },
      body: { what, against_g: against },
    })
    queryClient.setQueryData(['deviceChecks', props.thing.id], got)
  } catch (error) {
    wrong.value = words(error)
  }
  busy.value = false
}
</script>

<template>
  <section class="check" aria-label="As it reads now">
    <h3>As it reads now</h3>
    <p class="live" role="status">
      <template v-if="trouble">▲ {{ trouble }}</template>
      <template v-else-if="reading"
        ><b class="fig">{{ fixed(reading.value, 1) }}</b> {{ unit }}
        <span class="small-words">{{ reading.state === SETTLED ? 'settled' : 'moving' }}</span></template
      >
      <span v-else class="small-words">{{ devices.heard.value ? 'no reading yet' : 'not heard now' }}</span>
    </p>
    <div v-if="mayRecord" class="ways">
      <template v-if="isScale">
        <BButton size="sm" variant="outline-primary" :disabled="busy" @click="check('zero')"
          >Nothing on it</BButton
        >
        <label class="small-words"
          >check weight, g
          <input v-model="weight" class="form-control form-control-sm fig" inputmode="decimal"
        /></label>
        <BButton size="sm" variant="outline-primary" :disabled="busy" @click="check('weight')"
          >The weight is on it</BButton
        >
      </template>
      <template v-else>
        <BButton size="sm" variant="outline-primary" :disabled="busy" @click="check('ice')"
          >It is in ice water</BButton
        >
        <BButton size="sm" variant="outline-primary" :disabled="busy" @click="check('boil')"
          >It is in boiling water</BButton
        >
      </template>
    </div>
    <p v-if="!isScale" class="small-words">
      Crushed ice just covered with water, stirred; boiling by the altitude of this kitchen.
    </p>
    <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
    <p v-for="c in checks ?? []" :key="c.at" class="was">
      <span :class="{ bad: !c.good }">{{ c.good ? '✓' : '▲' }}</span> {{ NAMES[c.what] }}, {{ day(c.at) }}
      {{ clock(c.at) }}: <span class="fig">{{ fixed(c.read, 1) }}</span> for
      <span class="fig">{{ fixed(c.should, 1) }}</span> {{ unit }}, {{ c.words }}.
    </p>
  </section>
</template>

<style scoped src="./check.css"></style>
<style scoped>
.live b {
  font-size: 2.25rem;
  line-height: 1.1;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
}
.ways input {
  width: 7rem;
}
.was {
  border-top: 1px solid var(--rule);
  padding-top: 4px;
}
.bad {
  color: var(--alert);
}
</style>
