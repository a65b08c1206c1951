<script setup lang="ts">
import { ref } from 'vue'
import EntryField from '@/ui/EntryField.vue'

/** An oven against a thermometer: what it was set to, and what was read. */
defineProps<{ problems: Record<string, string>; busy: boolean }>()
const emit = defineEmits<{ test: [{ set_c: string; readings: string }] }>()
const setC = ref('180')
const readings = ref('')
</script>

<template>
  <form class="check" @submit.prevent="emit('test', { set_c: setC, readings })">
    <h3>Test it with an oven thermometer</h3>
    <p class="small-words">
      In the middle of the middle shelf, hot for half an hour. Read it five times or more, two minutes apart,
      door shut: it swings about what it is set to.
    </p>
    <div class="row">
      <EntryField v-model="setC" label="Set to" unit="°C" :problem="problems['set_c']" />
      <EntryField
        v-model="readings"
        label="Read"
        unit="°C"
        placeholder="172 178 168 175 170"
        :problem="problems['readings']"
      />
      <BButton type="submit" size="sm" variant="outline-primary" :disabled="busy || !readings.trim()"
        >Work out the offset</BButton
      >
    </div>
  </form>
</template>

<style scoped src="./check.css"></style>
