<script setup lang="ts">
import { open } from '@/ui/axis'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { span } from './times'
import { useAsk } from '@/api/ask'

const dough = theDough()
const purpose = ref('firm')
const shape = ref('ball')
const thickness = ref('40')
const place = ref<Schemas['Place']>('fridge')
const start = ref('21')
const { answer, problem } = useAsk(
  () => [
    dough.work.value?.draft.lines,
    purpose.value,
    shape.value,
    thickness.value,
    place.value,
    start.value,
  ],
  () => {
    const work = dough.work.value
    if (!work) return null
    return api.rest({
      body: {
        draft: work.draft,
        purpose: purpose.value,
        shape: shape.value,
        thickness_mm: thickness.value,
        place: place.value,
        start_c: start.value,
        room_c: 21,
      },
    })
  },
)
const W = 500
const H = 130
const last = computed(() => answer.value?.curve.at(-1)?.[0] ?? 1)
const ends = computed(() => {
  const values = (answer.value?.curve ?? []).map((p) => p[1] ?? 0)
  return [Math.min(0, ...values), Math.max(24, ...values)] as const
})
const x = (m: number): number => open([0, last.value], [34, W - 10])(m)
const y = (c: number): number => open(ends.value, [H - 24, 8])(c)
const path = computed(
  () =>
    `M${(answer.value?.curve ?? []).map(([m = 0, c = 0]) => `${x(m).toFixed(1)} ${y(c).toFixed(1)}`).join('L')}`,
)

async function take(before: boolean): Promise<void> {
  const minutes = answer.value?.least_min
  if (minutes == null) return
  const hours = Number((minutes / 60).toFixed(2))
  await dough.edit({ op: 'process', field: before ? 'rest_h' : 'chill_h', value: hours })
  await dough.edit({ op: 'process', field: before ? 'rest_place' : 'chill_place', value: place.value })
}
</script>

<template>
  <div>
    <form class="set" @submit.prevent>
      <label
        >To
        <BFormSelect v-model="purpose" size="sm" aria-label="What the rest is for">
          <BFormSelectOption v-for="(n, k) in answer?.purposes ?? {}" :key="k" :value="k">{{
            n
          }}</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >as a
        <BFormSelect v-model="shape" size="sm" aria-label="Shape of the dough">
          <BFormSelectOption value="ball">ball</BFormSelectOption>
          <BFormSelectOption value="log">log</BFormSelectOption>
          <BFormSelectOption value="slab">slab</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        ><input v-model.lazy="thickness" class="form-control form-control-sm" aria-label="Thickness, mm" /> mm
        thick</label
      >
      <label
        >in the
        <BFormSelect v-model="place" size="sm" aria-label="Where it rests">
          <BFormSelectOption value="fridge">fridge</BFormSelectOption>
          <BFormSelectOption value="freezer">freezer</BFormSelectOption>
          <BFormSelectOption value="counter">room, on the counter</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >from
        <input v-model.lazy="start" class="form-control form-control-sm" aria-label="Dough goes in at, °C" />
        °C</label
      >
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <template v-if="answer">
      <p class="one">
        <b class="huge fig">{{ answer.least_min === null ? 'never' : span(answer.least_min) }}</b>
        <span
          >at least, to {{ answer.name }}: {{ answer.why
          }}<span class="small-words"
            >{{
              answer.core_target_c === null
                ? 'a matter of time'
                : answer.to_core_min === null
                  ? `the middle does not get down to ${answer.core_target_c} °C there`
                  : `the middle is at ${answer.core_target_c} °C after ${span(answer.to_core_min)}`
            }}; by conduction, ±25 %</span
          ></span
        >
      </p>
      <p v-if="answer.warning" class="alert-words" role="alert">
        ▲ {{ answer.warning }}
        <BButton
          v-if="answer.flatter_mm !== null"
          size="sm"
          variant="outline-primary"
          @click="thickness = String(answer.flatter_mm)"
        >
          {{ fixed(answer.flatter_mm, 0) }} mm packs
        </BButton>
      </p>
      <svg
        :viewBox="`0 0 ${W} ${H}`"
        role="img"
        :aria-label="`Core temperature, from ${start} °C to ${fixed(answer.curve.at(-1)?.[1], 0)} °C in ${span(last)}`"
      >
        <line
          v-if="answer.core_target_c !== null"
          class="target"
          :x1="x(0)"
          :x2="x(last)"
          :y1="y(answer.core_target_c)"
          :y2="y(answer.core_target_c)"
        />
        <line class="axis" :x1="x(0)" :x2="x(last)" :y1="y(0)" :y2="y(0)" />
        <text class="fig" x="28" :y="y(20) + 4" text-anchor="end">20</text>
        <text class="fig" x="28" :y="y(0) + 4" text-anchor="end">0</text>
        <text x="0" y="10">°C</text>
        <text class="fig" :x="x(0)" :y="H - 6" text-anchor="middle">0</text>
        <text class="fig" :x="x(last)" :y="H - 6" text-anchor="end">{{ span(last) }}</text>
        <path class="curve" :d="path" />
      </svg>
      <p><b>Past use</b> after {{ answer.use_by_words }}. Label it with its date and allergens.</p>
      <div class="acts">
        <BButton
          size="sm"
          variant="outline-primary"
          :disabled="answer.least_min === null"
          @click="take(true)"
        >
          Rest it so before shaping
        </BButton>
        <BButton
          size="sm"
          variant="outline-primary"
          :disabled="answer.least_min === null"
          @click="take(false)"
        >
          Chill it so after shaping
        </BButton>
        <span class="small-words"
          >now {{ span((dough.work.value?.draft.process?.rest_h ?? 0) * 60) }} before,
          {{ span((dough.work.value?.draft.process?.chill_h ?? 0) * 60) }} after</span
        >
      </div>
    </template>
  </div>
</template>

<style scoped>
.set,
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
label {
  display: flex;
  gap: 5px;
  align-items: center;
  white-space: nowrap;
}
input {
  width: 58px;
}
select {
  width: auto;
}
.one {
  display: flex;
  gap: 14px;
  align-items: center;
}
.one span span {
  display: block;
}
svg {
  width: 100%;
}
.axis {
  stroke: var(--graph-strong);
}
.target {
  stroke: var(--cobalt);
  stroke-dasharray: 6 4;
}
.curve {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 2.4;
}
p {
  margin: 6px 0;
}
</style>
