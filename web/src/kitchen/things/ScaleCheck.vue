<script setup lang="ts">
import { ref } from 'vue'
import EntryField from '@/ui/EntryField.vue'

/** A known weight on a scale, and what it showed. */
defineProps<{ problems: Record<string, string>; busy: boolean; last: string }>()
const emit = defineEmits<{ check: [{ weight_g: string; shown_g: string }] }>()
const weight = ref('500')
const shown = ref('')
</script>

<template>
  <form class="check" @submit.prevent="emit('check', { weight_g: weight, shown_g: shown })">
    <h3>Check it with a known weight</h3>
    <p class="small-words">Level, set to zero, the weight in the middle. Last time: {{ last }}.</p>
    <div class="row">
      <EntryField v-model="weight" label="Weighs" unit="g" :problem="problems['weight_g']" />
      <EntryField v-model="shown" label="It shows" unit="g" :problem="problems['shown_g']" />
      <BButton type="submit" size="sm" variant="outline-primary" :disabled="busy || !shown.trim()"
        >Keep the check</BButton
      >
    </div>
  </form>
</template>

<style scoped src="./check.css"></style>
