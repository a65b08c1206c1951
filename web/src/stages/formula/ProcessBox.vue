<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import AmountBox from '@/ui/AmountBox.vue'

/** One figure of the process: what it is called, its unit and its range are the registry's; word is how the strip says
 * it. */
const props = defineProps<{ name: string; word: string; placeholder?: string }>()
const dough = theDough()
const { quantities } = useReference()
const q = computed(() => quantities.value.get(props.name))
const value = computed(() => {
  const process = dough.work.value?.draft.process as Record<string, unknown> | undefined
  const found = process?.[props.name]
  return found == null ? '' : String(found)
})
</script>

<template>
  <div>
    <span>{{ word }}</span>
    <AmountBox
      :label="q?.label ?? word"
      :shown="value"
      :unit="q?.unit ?? ''"
      :placeholder="placeholder ?? ''"
      :problem="dough.problemAt(`process.${name}`)"
      describedby="process-problem"
      @enter="dough.edit({ op: 'process', field: name, value: $event })"
    />
  </div>
</template>
