<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import type { Schemas } from '@/api/client'
import { usePantry, useReference, type Ingredient } from '@/api/queries'
import { roleWord } from '@/ui/format'
import { focusUnlessTyping } from '@/ui/focus'
import OwnDialog from './OwnDialog.vue'
import { search } from './search'

defineProps<{ replacing: boolean }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ chosen: [string]; hidden: [] }>()

const { all } = useReference()
const { data: pantry } = usePantry()
const own = ref(false)
const changing = shallowRef<Schemas['OwnOut'] | null>(null)
function make(id: string | null): void {
  changing.value = (pantry.value ?? []).find((o) => o.ingredient.id === id) ?? null
  own.value = true
}
const asked = ref('')
const active = ref(0)
/** Needs an ingredient normally meets can be typed too: “vegan fat”, “gluten-free flour”. */
const MEETS: Record<string, string> = {
  vegan: 'vegan',
  vegetarian: 'vegetarian',
  no_gluten: 'gluten-free no-gluten',
  no_milk: 'milk-free dairy-free no-milk',
  no_egg: 'egg-free no-egg',
  no_nuts: 'nut-free no-nuts',
}
const searched = computed(() =>
  all.value.map((i) => {
    const meets = Object.entries(MEETS).filter(([need]) => i.stands[need] === 'meets')
    return { ...i, also: `${i.also} ${meets.map(([, words]) => words).join(' ')}` }
  }),
)
const found = computed(() => search(searched.value, asked.value))

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
  focusUnlessTyping(document.getElementById('find-ingredient'), '.modal')
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
const SURE = { H: 'within about 10 %', M: 'within 10 to 30 %', L: 'could be off by a factor of two' }
const SOURCES: Record<string, string> = {
  FCT: 'composition tables',
  SPEC: 'a typical specification or label',
  STO: 'chemistry',
  CALC: 'worked out from others',
  EST: 'an estimate',
}
const looked = computed(() => found.value[active.value])
const parts = (i: Ingredient): string =>
  [
    [i.water, 'water'],
    [i.fat, 'fat'],
    [i.sugars, 'sugars'],
    [i.starch, 'starch'],
    [i.protein, 'protein'],
    [i.salt, 'salt'],
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
    <label class="form-label" for="find-ingredient">Name, role, need or another name for it</label>
    <BFormInput
      id="find-ingredient"
      v-model="asked"
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
    <div v-if="looked" class="looked" aria-live="polite">
      <b>{{ looked.name }}</b> <span class="small-words">{{ looked.detail }}</span>
      <BButton
        v-if="looked.id.startsWith('own-')"
        size="sm"
        variant="outline-primary"
        @click="make(looked.id)"
      >
        Change it
      </BButton>
      <p class="small-words">
        <template v-if="parts(looked)">{{ parts(looked) }}. </template>
        <template v-if="looked.fillings.length">
          A US cup:
          <template v-for="(f, n) in looked.fillings" :key="f.name"
            >{{ n ? ', ' : '' }}{{ f.cup_g }} g {{ f.name }}</template
          >
          <template v-if="looked.cup_high_g > looked.cup_low_g">
            (from {{ looked.cup_low_g }} to {{ looked.cup_high_g }} g)</template
          >.
        </template>
        Allergens: {{ looked.allergens.join(', ') || 'none known' }}. {{ looked.note }} Source:
        {{ SOURCES[looked.source] ?? looked.source }}, {{ SURE[looked.confidence] }}.
      </p>
    </div>
    <BButton size="sm" variant="link" class="ownlink" @click="make(null)">
      Make one of your own: from a label, or a blend
    </BButton>
    <OwnDialog v-model="own" :own="changing" @made="emit('chosen', $event)" />
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
  height: 36vh;
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
.looked {
  background: var(--enamel-2);
  padding: 5px 10px;
  min-height: 76px;
}
.looked p {
  margin: 0;
}
.ownlink {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 4px 0;
  text-decoration: underline;
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
