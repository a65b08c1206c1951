<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { useAsk } from '@/api/ask'
import FightNote from '@/day/FightNote.vue'
import LaneChart from '@/day/LaneChart.vue'
import type { Placed } from '@/day/lanes'
import { fixed } from '@/ui/format'
import { thePlan } from './key'
import NumberBox from './NumberBox.vue'
import type { PlanDoc } from './usePlan'
import DayBox from '@/ui/DayBox.vue'

type Change = NonNullable<PlanDoc['changes']>[number]
const { body, plan, look, edit, cooks } = thePlan()
const {
  answer: time,
  problem,
  isOld,
} = useAsk(
  () => body.value,
  (signal) => (body.value && !look.value?.error ? api.timePlan({ body: body.value, signal }) : null),
)
const picked = ref('')
const changes = computed(() => plan.value.changes ?? [])
const steps = computed(() => time.value?.placed ?? [])
const changed = (step: string): Change | undefined => changes.value.find((c) => c.step === step)
const left = computed(() => changes.value.filter((c) => c.out))
const nameOf = (step: string): string =>
  look.value?.steps?.find((s) => s.step === step)?.name ?? step.replace(/_/g, ' ')

function change(step: string, to: Partial<Change>): void {
  const now = changed(step)
  const next = { ...now, step, ...to }
  const others = changes.value.filter((c) => c.step !== step)
  const empty = next.minutes == null && next.at == null && !next.out
  edit({ changes: empty ? others : [...others, next] })
}
function pin(step: Placed, minute: number): void {
  change(step.step, { at: minute })
}
function pick(step: Placed): void {
  picked.value = step.group + step.step
  document.getElementById(`step-${step.step}`)?.scrollIntoView({ block: 'nearest' })
}
const toasting = computed(() => plan.value.toast ?? false)
</script>

<template>
  <div class="time">
    <p class="answer">
      <b>{{ time?.words ?? 'Working it out …' }}</b>
      <span class="small-words"
        ><i class="key hands" /> hands on <i class="key machine" /> machine <i class="key wait" /> waits; drag
        a bar or use its arrow keys to pin it</span
      >
    </p>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <FightNote v-if="time" :time="time" />
    <LaneChart v-if="time" :time="time" :picked="picked" :class="{ old: isOld }" @pin="pin" @pick="pick" />
    <div class="boxes">
      <label class="small-words"
        >cooks
        <input v-model.number="cooks" class="form-control form-control-sm fig" type="number" min="1" max="20"
      /></label>
      <label class="small-words"
        >begin at
        <DayBox
          clock
          label="Begin at"
          :model-value="plan.begin ?? ''"
          @update:model-value="edit({ begin: $event || null })"
      /></label>
      <label class="small-words check"
        ><input type="checkbox" :checked="toasting" @change="edit({ toast: !toasting })" /> toast nuts or
        seeds</label
      >
      <NumberBox
        label="Butter starts at"
        unit="°C"
        :value="plan.butter?.start_c ?? 4"
        :low="-30"
        :high="40"
        @enter="edit({ butter: { ...plan.butter, start_c: $event ?? 4 } })"
      />
      <label class="small-words"
        >butter is
        <select
          class="form-select form-select-sm"
          :value="plan.butter?.form ?? 'block'"
          @change="edit({ butter: { ...plan.butter, form: ($event.target as HTMLSelectElement).value } })"
        >
          <option value="stick">a stick</option>
          <option value="block">a block</option>
          <option value="slices">slices</option>
          <option value="cubes">cubes</option>
        </select></label
      >
    </div>
    <div class="list" tabindex="0" role="group" aria-label="Steps">
      <table class="step-rows">
        <thead>
          <tr>
            <th>from</th>
            <th>step</th>
            <th class="text-end">min</th>
            <th class="text-end">usual</th>
            <th class="text-end">slack</th>
            <th>where from</th>
            <th><span class="visually-hidden">change</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="s in steps"
            :id="`step-${s.step}`"
            :key="s.step"
            :class="[s.lanes.includes('hands') ? 'hands' : s.kind, { on: picked === s.group + s.step }]"
          >
            <td class="fig">{{ s.starts }}</td>
            <td>{{ s.name }}</td>
            <td>
              <BFormInput
                size="sm"
                class="fig minutes"
                :model-value="s.end - s.start"
                :aria-label="`Minutes of ${s.name}`"
                inputmode="numeric"
                @change="
                  change(s.step, {
                    minutes:
                      ($event.target as HTMLInputElement).value === ''
                        ? null
                        : Math.max(Number(($event.target as HTMLInputElement).value) || 0, 0),
                  })
                "
              />
            </td>
            <td class="fig text-end small-words">
              {{ s.low_min === s.high_min ? '' : `${fixed(s.low_min, 0)} to ${fixed(s.high_min, 0)}` }}
            </td>
            <td class="fig text-end">{{ s.slack > 0 ? `${s.slack} min` : '' }}</td>
            <td class="small-words">{{ s.source }}{{ s.confidence === 'L' ? ' (a guess)' : '' }}</td>
            <td>
              <button
                v-if="changed(s.step)"
                type="button"
                class="plain"
                @click="change(s.step, { minutes: null, at: null, out: false })"
              >
                as usual
              </button>
              <button v-else type="button" class="plain" @click="change(s.step, { out: true })">
                leave out<span class="visually-hidden"> {{ s.name }}</span>
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="left.length" class="small-words">
        Left out:
        <button
          v-for="c in left"
          :key="c.step"
          type="button"
          class="plain"
          @click="change(c.step, { out: false })"
        >
          {{ nameOf(c.step) }}, put back
        </button>
      </p>
    </div>
  </div>
</template>

<style scoped>
.time {
  display: flex;
  flex-direction: column;
  height: 100%;
  min-height: 0;
}
.answer {
  margin: 0 0 4px;
  display: flex;
  gap: 14px;
  align-items: baseline;
  flex-wrap: wrap;
}
.key {
  display: inline-block;
  width: 14px;
  height: 10px;
  border: 1px solid var(--mark);
  margin-left: 8px;
}
.key.hands {
  background: var(--butter);
}
.key.machine {
  background: var(--cobalt-wash);
  border-color: var(--cobalt);
}
.key.wait {
  border-style: dashed;
}
.old {
  opacity: 0.75;
}
.boxes {
  display: flex;
  gap: 12px;
  align-items: end;
  flex-wrap: wrap;
  margin: 4px 0;
}
.boxes input[type='number'] {
  width: 4.4rem;
}
.boxes > * {
  max-width: 9rem;
}
.check {
  padding-bottom: 6px;
  max-width: none;
}
.list {
  flex: 1;
  min-height: 120px;
  overflow: auto;
}
th {
  font-weight: 400;
  font-size: 0.8125rem;
  color: var(--ink-2);
  position: sticky;
  top: 0;
  background: var(--enamel);
}
.minutes {
  width: 4rem;
  text-align: right;
  padding-block: 0;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 0 4px;
  font-size: 0.8125rem;
  white-space: nowrap;
}
</style>
