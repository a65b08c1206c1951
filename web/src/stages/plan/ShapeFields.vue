<script setup lang="ts">
import { computed } from 'vue'
import { useFurnished } from '@/api/queries'
import { thePlan } from './key'
import NumberBox from './NumberBox.vue'
import { picked } from './picked'
import type { PlanDoc } from './usePlan'

/** What is asked of a shape, by the way the dough is divided. */
defineProps<{ way: string }>()
const { plan, edit } = thePlan()
const { data: furnished } = useFurnished()
const shape = computed(() => plan.value.shape ?? {})
const of = (kind: string) =>
  (furnished.value?.things ?? []).filter((t) => t.kind === kind && t.retired_at === null)

function reshape(change: Partial<NonNullable<PlanDoc['shape']>>): void {
  edit({ shape: { ...shape.value, ...change } })
}
</script>

<template>
  <div class="boxes">
    <label v-if="way === 'scoop'" class="pick small-words"
      >scoop
      <select
        class="form-select form-select-sm"
        :value="shape.scoop ?? ''"
        @change="reshape({ scoop: picked($event) })"
      >
        <option value="">by the scale</option>
        <option v-for="t in of('scoop')" :key="t.id" :value="t.id">{{ t.name }}</option>
      </select></label
    >
    <label v-if="way === 'cut'" class="pick small-words"
      >cutter
      <select
        class="form-select form-select-sm"
        :value="shape.cutter ?? ''"
        @change="reshape({ cutter: picked($event) })"
      >
        <option value="">round 60 mm</option>
        <option v-for="t in of('cutter')" :key="t.id" :value="t.id">{{ t.name }}</option>
      </select></label
    >
    <label v-if="way === 'slab'" class="pick small-words"
      >tin
      <select
        class="form-select form-select-sm"
        :value="shape.tin ?? ''"
        @change="reshape({ tin: picked($event) })"
      >
        <option value="">200 × 200 mm</option>
        <option v-for="t in of('tin')" :key="t.id" :value="t.id">{{ t.name }}</option>
      </select></label
    >
    <NumberBox
      v-if="way === 'log' || way === 'piped'"
      label="Length"
      unit="mm"
      :value="shape.length_mm"
      :low="5"
      :high="3000"
      @enter="reshape({ length_mm: $event })"
    />
    <NumberBox
      v-if="['log', 'puck', 'hand'].includes(way)"
      label="Across"
      unit="mm"
      :value="shape.diameter_mm"
      :low="5"
      :high="600"
      @enter="reshape({ diameter_mm: $event })"
    />
    <NumberBox
      v-if="['cut', 'puck', 'slab'].includes(way)"
      :label="way === 'slab' ? 'Depth' : 'Thickness'"
      unit="mm"
      :value="shape.thickness_mm"
      :low="1"
      :high="120"
      @enter="reshape({ thickness_mm: $event })"
    />
    <NumberBox
      v-if="way === 'log'"
      label="Slice"
      unit="mm"
      :value="shape.slice_mm"
      :low="1"
      :high="60"
      hint="empty: by weight"
      @enter="reshape({ slice_mm: $event })"
    />
    <NumberBox
      v-if="way === 'piped'"
      label="Tip"
      unit="mm"
      :value="shape.tip_mm"
      :follows="12"
      :low="2"
      :high="60"
      @enter="reshape({ tip_mm: $event })"
    />
    <template v-if="way === 'slab'">
      <NumberBox
        label="Across"
        :value="shape.across ?? 4"
        :low="1"
        :high="40"
        whole
        @enter="$event && reshape({ across: $event })"
      />
      <NumberBox
        label="Along"
        :value="shape.along ?? 6"
        :low="1"
        :high="40"
        whole
        @enter="$event && reshape({ along: $event })"
      />
    </template>
  </div>
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
</style>
