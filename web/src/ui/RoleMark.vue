<script setup lang="ts">
/** A small mark of our own for each role: shape only, one ink. The word beside it comes first. */
defineProps<{ role: string }>()

const MARKS: Record<string, string> = {
  flour: 'M1 12C3 6 5 4 7 4s4 2 6 8z',
  sugar: 'M2.5 3.5h9v9h-9zM2.5 3.5l2-2h9v9l-2 2',
  fat: 'M1 6h12v6H1zM5 6v6',
  egg: 'M7 1.5c3 0 5 4 5 6.5s-2 4.5-5 4.5S2 10.500 2 8s2-6.500 5-6.500z',
  liquid: 'M7 1c3 4 4.500 5.700 4.500 7.800A4.500 4.500 0 0 1 2.500 8.800C2.500 6.700 4 5 7 1z',
  leavening: 'M4 11.500a1.700 1.700 0 1 1 .1 0zM9.500 8.500a2 2 0 1 1 .1 0zM5.500 5a1.300 1.300 0 1 1 .1 0z',
  salt: 'M7 1.500 12.500 7 7 12.500 1.500 7z',
  flavour: 'M7 1v12M1.800 4l10.400 6M12.200 4 1.800 10',
  binder: 'M1 7c2-5 4-5 6 0s4 5 6 0',
  'fold-in': 'M1.500 2h4v4h-4zM8.500 4.500h4v4h-4zM3.500 9h4v4h-4z',
}
</script>

<template>
  <svg class="role-mark" viewBox="0 0 14 14" width="16" height="16" aria-hidden="true">
    <path :d="MARKS[role] ?? ''" />
  </svg>
</template>

<style scoped>
.role-mark path {
  fill: var(--cobalt-wash);
  stroke: var(--mark);
  stroke-width: 1.3;
  stroke-linejoin: round;
}
</style>
