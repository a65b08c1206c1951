<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { fixed } from '@/ui/format'

/**
 * How sure each measure is, before and after, as bars around what is expected: pale before, dark after.
 *
 * Usage: `<NarrowBars :measures="lesson.narrowed" />`
 */
defineProps<{ measures: Schemas['NarrowedOut'][] }>()
const WIDTH = 150
const unit = (m: Schemas['NarrowedOut']): string => (m.unit === 'of 100' ? 'points' : m.unit)
/** Bars are drawn against each measure's own range of before. */
const wide = (m: Schemas['NarrowedOut'], half: number): number =>
  (WIDTH * Math.min(half, m.before)) / Math.max(m.before, 1e-9)
const digits = (m: Schemas['NarrowedOut']): number => Math.max(m.digits, m.after < 1 ? 1 : 0)
</script>

<template>
  <table class="narrow">
    <tbody>
      <tr v-for="m in measures" :key="m.key">
        <th scope="row">{{ m.label }}</th>
        <td>
          <svg :width="WIDTH" height="14" aria-hidden="true">
            <rect class="before" x="0" y="2" :width="WIDTH" height="10" />
            <rect
              class="after"
              :x="(WIDTH - wide(m, m.after)) / 2"
              y="2"
              :width="wide(m, m.after)"
              height="10"
            />
            <line :x1="WIDTH / 2" :x2="WIDTH / 2" y1="0" y2="14" />
          </svg>
        </td>
        <td class="fig">
          ±{{ fixed(m.before, digits(m)) }} → <b>±{{ fixed(m.after, digits(m)) }}</b>
          <span class="unit">&nbsp;{{ unit(m) }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
th {
  font-weight: 400;
  padding-right: 10px;
}
td {
  padding: 1px 10px 1px 0;
  white-space: nowrap;
}
.before {
  fill: var(--graph-strong);
  opacity: 0.45;
}
.after {
  fill: var(--cobalt);
}
line {
  stroke: var(--enamel);
}
</style>
