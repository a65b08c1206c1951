<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useReference, type Ingredient } from '@/api/queries'
import { roleWord } from '@/ui/format'
import { search } from './search'

defineProps<{ replacing: boolean }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ chosen: [string]; hidden: [] }>()

const { data: reference } = useReference()
const asked = ref('')
const active = ref(0)
const found = computed(() => search(reference.value?.ingredients ?? [], asked.value))

watch(open, (now) => {
  if (!now) return
  asked.value = ''
  active.value = 0
})
watch(asked, () => (active.value = 0))
watch(
  active,
  (now) => void nextTick(() => document.getElementById(`found-${now}`)?.scrollIntoView({ block: 'nearest' })),
)

/** Only once the dialog is there: it takes the focus itself while it opens. */
function focusBox(): void {
  document.getElementById('find-ingredient')?.focus()
}

function key(event: KeyboardEvent): void {
  if (event.key === 'ArrowDown') active.value = Math.min(active.value + 1, found.value.length - 1)
  else if (event.key === 'ArrowUp') active.value = Math.max(active.value - 1, 0)
  else if (event.key === 'Enter') {
    const one = found.value[active.value]
    if (one) emit('chosen', one.id)
  } else return
  event.preventDefault()
}
const parts = (i: Ingredient): string =>
  [
    [i.water, 'water'],
    [i.fat, 'fat'],
    [i.sugars, 'sugars'],
    [i.protein, 'protein'],
  ]
    .filter(([n]) => Number(n) >= 1)
    .map(([n, w]) => `${Math.round(Number(n))} % ${w}`)
    .join(', ')
</script>

<template>
  <BModal
    v-model="open"
    title-tag="h2"
    title-class="h3"
    :title="replacing ? 'Change for another ingredient' : 'Add a line'"
    no-footer
    size="lg"
    scrollable
    @shown="focusBox"
    @hidden="emit('hidden')"
  >
    <label class="form-label" for="find-ingredient">Name, role or another name for it</label>
    <input
      id="find-ingredient"
      v-model="asked"
      class="form-control"
      type="search"
      role="combobox"
      aria-controls="found"
      aria-expanded="true"
      autocomplete="off"
      :aria-activedescendant="found.length ? `found-${active}` : undefined"
      @keydown="key"
    />
    <ul id="found" role="listbox" aria-label="Ingredients" class="found">
      <li
        v-for="(i, n) in found"
        :id="`found-${n}`"
        :key="i.id"
        role="option"
        :aria-selected="n === active"
        :class="{ active: n === active }"
        @mousemove="active = n"
        @click="emit('chosen', i.id)"
      >
        <span class="name"
          >{{ i.name }} <span class="small-words">{{ i.detail }}</span></span
        >
        <span class="small-words">{{ roleWord(i.role) }}</span>
        <span class="small-words parts">{{ parts(i) }}</span>
      </li>
    </ul>
    <p v-if="found.length === 0" class="my-3">
      Nothing in the table goes by that name. Try a plainer word, such as “sugar”.
    </p>
    <p class="small-words mb-0">
      Typical values, compiled from general knowledge of public tables and specifications; the label on your
      packet wins.
    </p>
  </BModal>
</template>

<style scoped>
.found {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  height: 46vh;
  overflow-y: auto;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 76px 262px;
  gap: 8px;
  padding: 3px 8px;
  border-left: 3px solid transparent;
  cursor: pointer;
}
li.active {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
.parts {
  text-align: right;
}
@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr) 70px;
  }
  .parts {
    display: none;
  }
}
</style>
