<script setup lang="ts">
import { computed } from 'vue'
import SideView from '@/cookie/SideView.vue'
import { scaleFor } from '@/cookie/scale'
import { fixed } from '@/ui/format'
import type { Study } from './useSwaps'
import TermWord from '@/ui/TermWord.vue'

const props = defineProps<{ study: Study }>()

const across = computed(() =>
  scaleFor([props.study.before?.cookie.diameter_mm, props.study.after?.cookie.diameter_mm]),
)
const sides = computed(() => [
  { title: 'As it is', of: props.study.before, ghost: [] as number[][] },
  { title: 'With the swaps', of: props.study.after, ghost: props.study.before?.outline ?? [] },
])
</script>

<template>
  <div class="pair">
    <figure v-for="s in sides" :key="s.title">
      <figcaption>
        <b>{{ s.title }}</b>
        <span v-if="s.of" class="fig"
          >{{ fixed(s.of.cookie.diameter_mm, 0) }} × {{ fixed(s.of.cookie.height_mm, 1) }} mm</span
        >
      </figcaption>
      <SideView
        v-if="s.of"
        :forecast="s.of.outline"
        :target="study.target_outline"
        :bake="s.ghost"
        :low="[]"
        :high="[]"
        :rim="s.of.hex_rim"
        :middle="s.of.hex_middle"
        :across-mm="across"
        :describe="`${s.title}: ${fixed(s.of.cookie.diameter_mm, 0)} mm wide, ${fixed(s.of.cookie.height_mm, 1)} mm tall`"
      />
    </figure>
    <div class="words">
      <p v-if="study.why_none" class="alert-words">▲ {{ study.why_none }}</p>
      <template v-else-if="study.after">
        <p>
          <b>{{ study.plan.chosen }}</b>: {{ study.words }}.
        </p>
        <p class="small-words">
          {{ fixed(study.disturbance, 1) }} <TermWord name="clear_miss">clear misses</TermWord> away on the
          whole. Dashed is the target, dotted the cookie as it is.
        </p>
      </template>
    </div>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr 0.85fr;
  gap: 18px;
  align-items: start;
}
figure {
  margin: 0;
}
figcaption {
  display: flex;
  justify-content: space-between;
}
p {
  margin: 0 0 4px;
}
@media (max-width: 900px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
