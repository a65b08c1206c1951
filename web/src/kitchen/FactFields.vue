<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'
import EntryField from '@/ui/EntryField.vue'
import { said, type Facts, type Field } from './facts'

/**
 * The boxes of one thing. theirs is what is kept now where somebody else changed it meanwhile: it stands beside each
 * box that differs.
 */
const props = defineProps<{
  fields: Field[]
  problems: Record<string, string>
  theirs?: Facts | null
  disabled?: boolean
}>()
const facts = defineModel<Facts>({ required: true })
const { all } = useReference()
const named = computed(() => [...all.value].sort((a, b) => a.name.localeCompare(b.name)))

function set(name: string, value: string | boolean): void {
  facts.value = { ...facts.value, [name]: value }
}
function beside(field: Field): string {
  if (!props.theirs) return ''
  const there = props.theirs[field.name]
  return String(there ?? '') === String(facts.value[field.name] ?? '') ? '' : `now: ${said(field, there)}`
}
</script>

<template>
  <fieldset class="fields" :disabled="disabled">
    <template v-for="f in fields" :key="f.name">
      <div v-if="f.box === 'yes'" class="field yes">
        <BFormCheckbox
          :model-value="Boolean(facts[f.name])"
          @update:model-value="set(f.name, Boolean($event))"
          >{{ f.label }}</BFormCheckbox
        >
        <p v-if="f.hint" class="small-words">{{ f.hint }}</p>
      </div>
      <div v-else-if="f.box === 'choice' || f.box === 'ingredient'" class="field">
        <label :for="`fact-${f.name}`">{{ f.label }}</label>
        <BFormSelect
          :id="`fact-${f.name}`"
          size="sm"
          :model-value="String(facts[f.name] ?? '')"
          :class="{ 'is-wrong': problems[f.name] }"
          @update:model-value="set(f.name, String($event ?? ''))"
        >
          <BFormSelectOption v-if="!f.needed || f.box === 'ingredient'" value="">not said</BFormSelectOption>
          <template v-if="f.box === 'choice'">
            <BFormSelectOption v-for="c in f.choices" :key="c.id" :value="c.id">{{
              c.words
            }}</BFormSelectOption>
          </template>
          <template v-else>
            <BFormSelectOption v-for="i in named" :key="i.id" :value="i.id">{{ i.name }}</BFormSelectOption>
          </template>
        </BFormSelect>
        <p v-if="problems[f.name]" class="alert-words" role="alert">▲ {{ problems[f.name] }}</p>
        <p v-else-if="f.hint" class="small-words">{{ f.hint }}</p>
      </div>
      <EntryField
        v-else
        :model-value="String(facts[f.name] ?? '')"
        :label="f.label"
        :unit="f.quantity?.unit ?? ''"
        :hint="f.hint"
        :type="f.box === 'date' ? 'date' : 'text'"
        :problem="problems[f.name]"
        :wide="f.name === 'about'"
        @update:model-value="set(f.name, $event ?? '')"
      />
      <p v-if="beside(f)" class="theirs">{{ f.label }}, {{ beside(f) }}</p>
    </template>
  </fieldset>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 8px 16px;
  align-items: start;
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
.field > label {
  display: block;
  font-size: 0.8125rem;
  line-height: 1.35;
  color: var(--ink-2);
  margin: 0;
}
.yes {
  padding-top: 20px;
}
.yes label {
  color: inherit;
}
p {
  margin: 2px 0 0;
}
.is-wrong {
  border-color: var(--alert);
}
.theirs {
  grid-column: 1 / -1;
  background: var(--butter-wash);
  padding: 2px 8px;
  margin: 0;
}
</style>
