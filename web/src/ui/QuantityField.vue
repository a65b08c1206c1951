<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'
import EntryField from './EntryField.vue'

/**
 * The box of one quantity: its name, unit and hint are the registry's. `as` says which of two it is where a form asks
 * for the same quantity twice.
 *
 * Usage: `<QuantityField v-model="entry.measured['core_c']" name="core_c" :problem="problems['core_c']" />`
 */
const props = defineProps<{ name: string; as?: string; problem?: string | undefined }>()
const text = defineModel<string | undefined>({ required: true })
const { quantities } = useReference()
const q = computed(() => quantities.value.get(props.name))
</script>

<template>
  <EntryField
    v-if="q"
    v-model="text"
    :label="as ?? q.label"
    :unit="q.unit === as || q.unit === 'pieces' ? '' : q.unit"
    :hint="q.hint"
    :placeholder="q.example"
    :wide="q.several"
    :problem="problem"
  />
</template>
