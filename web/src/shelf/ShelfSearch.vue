<script setup lang="ts">
import { computed } from 'vue'
import { useReference, type Sought } from '@/api/queries'

/**
 * What is looked for on the shelf: words of the name, style, need, ingredient, planned within a week.
 *
 * Usage: `<ShelfSearch v-model="sought" :found="doughs.length" />`
 */
defineProps<{ found: number | null }>()
const sought = defineModel<Sought>({ required: true })
const { data: reference, ingredients } = useReference()
const any = computed(() => Object.values(sought.value).some((v) => v !== '' && v !== false))
const set = (more: Partial<Sought>): void => {
  sought.value = { ...sought.value, ...more }
}
const text = (event: Event): string => (event.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <form class="search" role="search" aria-label="Find a dough" @submit.prevent>
    <input
      type="search"
      class="form-control form-control-sm"
      placeholder="find by name"
      aria-label="Find by name"
      maxlength="80"
      :value="sought.q"
      @input="set({ q: text($event) })"
    />
    <select
      class="form-select form-select-sm"
      aria-label="Style"
      :value="sought.style"
      @change="set({ style: text($event) })"
    >
      <option value="">any style</option>
      <option v-for="s in reference?.styles ?? []" :key="s.id" :value="s.id">{{ s.name }}</option>
    </select>
    <select
      class="form-select form-select-sm"
      aria-label="Need"
      :value="sought.need"
      @change="set({ need: text($event) })"
    >
      <option value="">any need</option>
      <option v-for="n in reference?.needs ?? []" :key="n.id" :value="n.id">{{ n.name }}</option>
      <option v-for="n in reference?.wishes ?? []" :key="n.id" :value="n.id">{{ n.label }}</option>
    </select>
    <label>
      <input type="checkbox" :checked="sought.planned" @change="set({ planned: !sought.planned })" />
      planned this week
    </label>
    <span v-if="sought.holds" class="holds"
      >with {{ ingredients.get(sought.holds)?.name ?? sought.holds }}
      <button type="button" aria-label="Any ingredient" @click="set({ holds: '' })">×</button></span
    >
    <template v-if="any">
      <span class="small-words" role="status">{{ found === null ? '' : `${found} found` }}</span>
      <button
        type="button"
        class="btn btn-link btn-sm"
        @click="sought = { q: '', style: '', need: '', holds: '', planned: false }"
      >
        show all
      </button>
    </template>
  </form>
</template>

<style scoped>
.search {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  margin-left: auto;
}
.form-control {
  width: 10.5rem;
}
.form-select {
  width: 9rem;
}
label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  font-size: 0.875rem;
}
.holds {
  background: var(--cobalt-wash);
  padding: 1px 8px;
  font-size: 0.875rem;
}
.holds button {
  border: 0;
  background: none;
  color: var(--cobalt);
}
</style>
