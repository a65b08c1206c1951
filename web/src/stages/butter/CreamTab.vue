<script setup lang="ts">
import { open } from '@/ui/axis'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { span } from './times'
import { useAsk } from '@/api/ask'

const dough = theDough()
const kind = ref(dough.work.value?.draft.process?.mixer || 'stand')
const temp = ref('')
const minutes = ref('')
const water = ref('')
const mass = ref('')

const { answer: mixers } = useAsk(
  () => 0,
  () => api.mixers(),
)
const { answer, problem } = useAsk(
  () => [dough.work.value?.draft, kind.value, temp.value, minutes.value, water.value, mass.value],
  () => {
    const work = dough.work.value
    if (!work) return null
    return api.cream({
      body: {
        draft: work.draft,
        mixer: kind.value,
        temp_c: temp.value,
        minutes: minutes.value,
        cup_water_g: water.value,
        cup_mass_g: mass.value,
        style: work.style,
        dough_id: dough.id.value,
      },
    })
  },
)

const W = 500
const H = 170
const x = open([0, 12], [36, W - 10])
const y = open([0.75, 1.3], [H - 26, 8])
const path = computed(
  () =>
    `M${(answer.value?.points ?? []).map((p) => `${x(p.minutes).toFixed(1)} ${y(p.density).toFixed(1)}`).join('L')}`,
)
const at = computed(() =>
  answer.value?.minutes == null
    ? null
    : (answer.value.points.find((p) => p.minutes >= (answer.value?.minutes ?? 0)) ?? null),
)

function take(): void {
  const a = answer.value
  if (a) void dough.edit({ op: 'butter', temp_c: a.temp_c, minutes: a.minutes, mixer: kind.value })
}
</script>

<template>
  <div>
    <form class="set" @submit.prevent>
      <label
        >Mixer
        <BFormSelect v-model="kind" size="sm" aria-label="Mixer for creaming">
          <BFormSelectOption v-for="m in mixers ?? []" :key="m.kind" :value="m.kind">{{
            m.name
          }}</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >Butter
        <input
          v-model.lazy="temp"
          class="form-control form-control-sm"
          aria-label="Butter when creaming begins, °C"
          :placeholder="fixed(answer?.temp_c, 1)"
        />
        °C</label
      >
      <label
        >Creamed for
        <input
          v-model.lazy="minutes"
          class="form-control form-control-sm"
          aria-label="Minutes creamed"
          :placeholder="answer?.minutes == null ? '?' : fixed(answer.minutes, 1)"
        />
        min</label
      >
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <template v-if="answer">
      <svg
        :viewBox="`0 0 ${W} ${H}`"
        role="img"
        :aria-label="`Density of the creamed mass against minutes: ${fixed(answer.points[6]?.density, 2)} after 3 minutes, ${fixed(answer.points[12]?.density, 2)} after 6`"
      >
        <rect
          class="band"
          :x="x(0)"
          :width="x(12) - x(0)"
          :y="y(answer.stop_high)"
          :height="y(answer.stop_low) - y(answer.stop_high)"
        />
        <text :x="x(12) - 4" :y="y(answer.stop_high) + 15" text-anchor="end">where cookies stop</text>
        <g v-for="d in [0.8, 0.9, 1.0, 1.1, 1.2]" :key="d">
          <line class="grid" :x1="x(0)" :x2="x(12)" :y1="y(d)" :y2="y(d)" />
          <text class="fig" :x="30" :y="y(d) + 4" text-anchor="end">{{ d.toFixed(1) }}</text>
        </g>
        <g v-for="m in [0, 2, 4, 6, 8, 10]" :key="m">
          <text class="fig" :x="x(m)" :y="H - 8" text-anchor="middle">{{ m }}</text>
        </g>
        <text x="0" y="8">g/ml</text>
        <text :x="W" :y="H - 8" text-anchor="end">min</text>
        <path class="curve" :d="path" />
        <circle v-if="at" class="at" :cx="x(at.minutes)" :cy="y(at.density)" r="6" />
        <line
          v-if="answer.cup"
          class="cup"
          :x1="x(0)"
          :x2="x(12)"
          :y1="y(answer.cup.relative_density)"
          :y2="y(answer.cup.relative_density)"
        />
      </svg>
      <p class="small-words">
        {{ fixed(answer.fat_g, 0) }} g of fat with {{ fixed(answer.sugar_g, 0) }} g of sugar{{
          answer.slow ? ': more sugar than butter, so it takes longer' : ''
        }}. Beating warms it by {{ answer.warms.toFixed(1) }} °C a minute. An estimate: your cup tells.
      </p>
      <form class="set cup-test" @submit.prevent>
        <b>Cup test</b>
        <label
          >level cup of water
          <input
            v-model.lazy="water"
            class="form-control form-control-sm"
            aria-label="Level cup of water, g"
          />
          g</label
        >
        <label
          >of creamed mass
          <input
            v-model.lazy="mass"
            class="form-control form-control-sm"
            aria-label="Level cup of creamed mass, g"
          />
          g</label
        >
      </form>
      <p v-if="answer.cup" class="one" aria-live="polite">
        <b class="huge fig">{{ answer.cup.relative_density.toFixed(2) }}</b>
        <span
          >times water: {{ answer.cup.verdict
          }}<template v-if="answer.cup.go_on_min !== null"
            >, about {{ span(answer.cup.go_on_min) }} more</template
          >
          <span class="small-words"
            >{{ (100 * answer.cup.phi).toFixed(0) }} % air by volume,
            {{ (100 * answer.cup.overrun).toFixed(0) }} % over what is not air</span
          ></span
        >
      </p>
      <p v-if="answer.effect"><b>Forecast creamed like this:</b> {{ answer.effect }}.</p>
      <BButton v-if="answer.minutes !== null" size="sm" variant="outline-primary" @click="take">
        Take this creaming for today’s batch
      </BButton>
      <p v-else class="small-words">Type how long it is creamed to see what it does to the forecast.</p>
    </template>
  </div>
</template>

<style scoped>
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
input {
  display: inline-block;
  width: 62px;
}
select {
  width: auto;
}
label {
  display: flex;
  gap: 5px;
  align-items: center;
}
svg {
  width: 100%;
  margin-top: 6px;
}
.band {
  fill: var(--cobalt-wash);
}
.grid {
  stroke: var(--graph);
}
.curve {
  fill: none;
  stroke: var(--cobalt);
  stroke-width: 2.4;
}
.at {
  fill: var(--butter);
  stroke: var(--ink);
}
.cup {
  stroke: var(--ink);
  stroke-dasharray: 0.1 4;
  stroke-width: 2.4;
  stroke-linecap: round;
}
.one {
  display: flex;
  gap: 14px;
  align-items: center;
}
.one span span {
  display: block;
}
p {
  margin: 6px 0;
}
</style>
