<script setup lang="ts">
import { computed } from 'vue'
import { useNames } from '@/api/queries'
import { thePlan } from './key'
import NumberBox from './NumberBox.vue'
import { picked } from './picked'

/** A second dough in each piece, the tolerance of a portion, and what was weighed before and after dividing. */
const { plan, edit, dough } = thePlan()
const { data: names } = useNames()
const others = computed(() => (names.value ?? []).filter((n) => n.id !== dough.id.value))
const second = computed(() => plan.value.second ?? null)

function pickSecond(event: Event): void {
  const id = picked(event)
  edit({ second: id === null ? null : { dough: id, share: second.value?.share ?? 0.5 } })
}
</script>

<template>
  <details class="two" open>
    <summary>Two doughs in one piece, dough weighed, evenness</summary>
    <div class="boxes">
      <label class="pick small-words"
        >the other dough
        <select class="form-select form-select-sm" :value="second?.dough ?? ''" @change="pickSecond">
          <option value="">none</option>
          <option v-for="o in others" :key="o.id" :value="o.id">{{ o.name }}</option>
        </select></label
      >
      <NumberBox
        v-if="second"
        label="Its share"
        unit="%"
        :value="Math.round((second.share ?? 0.5) * 100)"
        :low="1"
        :high="99"
        @enter="$event && edit({ second: { ...second, share: $event / 100 } })"
      />
      <NumberBox
        label="Tolerance"
        unit="± g"
        :value="plan.tolerance_g ?? 2"
        :low="0"
        :high="100"
        @enter="edit({ tolerance_g: $event ?? 0 })"
      />
      <NumberBox
        label="Dough weighed"
        unit="g"
        :value="plan.dough_weighed_g"
        :low="1"
        :high="500000"
        @enter="edit({ dough_weighed_g: $event })"
      />
      <NumberBox
        label="Pieces weighed"
        unit="g"
        :value="plan.pieces_weighed_g"
        :low="1"
        :high="500000"
        hint="teaches what the bowl keeps"
        @enter="edit({ pieces_weighed_g: $event })"
      />
    </div>
  </details>
</template>

<style scoped>
.boxes {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 4px 10px;
  margin-bottom: 6px;
}
.pick {
  grid-column: span 2;
}
@media (max-width: 500px) {
  .boxes {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
summary {
  color: var(--cobalt);
  margin: 4px 0;
}
</style>
