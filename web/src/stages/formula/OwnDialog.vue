<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { fixed } from '@/ui/format'
import SaysFields from './SaysFields.vue'
import TypedBox from '@/ui/TypedBox.vue'
import { orBefore } from '@/ui/typed'

type Recipe = Schemas['OwnIn']['recipe']

const open = defineModel<boolean>({ required: true })
/** The one to change into a new version; null makes a new ingredient. */
const props = defineProps<{ own: Schemas['OwnOut'] | null }>()
const emit = defineEmits<{ made: [string] }>()

const LABEL = [
  ['kcal', 'Energy', 'kcal'],
  ['fat', 'Fat', 'g'],
  ['saturates', 'of which saturates', 'g'],
  ['carbohydrate', 'Carbohydrate', 'g'],
  ['sugars', 'of which sugars', 'g'],
  ['fibre', 'Fibre', 'g'],
  ['protein', 'Protein', 'g'],
  ['salt', 'Salt', 'g'],
] as const
const WAYS = [
  { id: 'label', name: 'From a label' },
  { id: 'protein', name: 'Two flours to a protein' },
  { id: 'blend', name: 'A blend' },
] as const

const queryClient = useQueryClient()
const { data: reference } = useReference()
const way = ref<(typeof WAYS)[number]['id']>('label')
const name = ref('')
const like = ref('ap')
const label = reactive<Record<string, string>>({})
const cup = ref('')
const says = ref<Record<string, 'holds' | 'may' | 'free'>>({})
const flours = reactive({ soft: 'cake', strong: 'bread', protein: '10.5' })
const parts = ref([
  { ingredient: 'ap', share: 70 },
  { ingredient: 'wholewheat', share: 30 },
])
const look = shallowRef<Schemas['OwnOut'] | null>(null)
const problem = ref('')

const rows = computed(() => (reference.value?.ingredients ?? []).filter((i) => !i.id.startsWith('own-')))
const flourRows = computed(() => rows.value.filter((i) => i.role === 'flour'))

function number(text: string | undefined): number | null {
  const n = Number((text ?? '').trim().replace(',', '.'))
  return (text ?? '').trim() === '' || !Number.isFinite(n) ? null : n
}
const recipe = computed<Recipe>(() => {
  if (way.value === 'protein') {
    return { way: 'protein', soft: flours.soft, strong: flours.strong, protein: number(flours.protein) ?? 0 }
  }
  if (way.value === 'blend') return { way: 'blend', parts: parts.value, cup_g: number(cup.value) }
  const figures = Object.fromEntries(LABEL.map(([key]) => [key, number(label[key])]))
  return { way: 'label', like: like.value, label: figures, says: says.value, cup_g: number(cup.value) }
})
const strange = computed(() =>
  LABEL.filter(([key]) => (label[key] ?? '').trim() !== '' && number(label[key]) === null).map(([, n]) => n),
)

watch(open, (now) => {
  const own = props.own
  if (!now || !own) return
  name.value = own.ingredient.name
  way.value = own.recipe.way
  if (own.recipe.way === 'label') {
    like.value = own.recipe.like
    cup.value = String(own.recipe.cup_g ?? '')
    says.value = { ...own.recipe.says }
    for (const [key] of LABEL) label[key] = String(own.recipe.label[key] ?? '')
  } else if (own.recipe.way === 'blend') {
    parts.value = own.recipe.parts.map((p) => ({ ...p }))
    cup.value = String(own.recipe.cup_g ?? '')
  } else Object.assign(flours, { ...own.recipe, protein: String(own.recipe.protein) })
})

let timer: ReturnType<typeof setTimeout> | undefined
watch([recipe, open], () => {
  clearTimeout(timer)
  if (open.value) timer = setTimeout(() => void ask(), 250)
})

async function ask(): Promise<void> {
  try {
    look.value = await api.lookAtIngredient({ body: { name: name.value || 'New', recipe: recipe.value } })
    problem.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    look.value = null
    problem.value = error.message
  }
}
async function keep(): Promise<void> {
  if (strange.value.length) {
    problem.value = `${strange.value.join(', ')}: type a number, or clear it.`
    return
  }
  try {
    const made = await api.keepIngredient({
      body: { name: name.value, recipe: recipe.value, key: props.own?.ingredient.id ?? '' },
    })
    await askAnew(queryClient, 'pantry')
    open.value = false
    emit('made', made.ingredient.id)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = error.message
  }
}
</script>

<template>
  <BModal
    v-model="open"
    title-tag="h2"
    title-class="h3"
    :title="own ? `${own.ingredient.name}, version ${own.version + 1}` : 'An ingredient of your own'"
    no-footer
    size="lg"
  >
    <form @submit.prevent="keep">
      <div class="ways" role="radiogroup" aria-label="How it is made up">
        <label v-for="w in WAYS" :key="w.id"
          ><input v-model="way" type="radio" :value="w.id" /> {{ w.name }}</label
        >
      </div>
      <label class="form-label" for="own-name">Name</label>
      <BFormInput id="own-name" v-model="name" maxlength="80" autocomplete="off" />
      <div class="cols">
        <div v-if="way === 'label'">
          <label class="form-label" for="own-like">Most like</label>
          <BFormSelect id="own-like" v-model="like">
            <BFormSelectOption v-for="i in rows" :key="i.id" :value="i.id">{{ i.name }}</BFormSelectOption>
          </BFormSelect>
          <p class="small-words">Per 100 g, from the packet. Leave out what it does not say.</p>
          <label v-for="[key, word, unit] in LABEL" :key="key" class="figure">
            <span>{{ word }}</span>
            <BFormInput
              :model-value="label[key] ?? ''"
              size="sm"
              inputmode="decimal"
              @update:model-value="label[key] = String($event ?? '')"
            />
            {{ unit }}
          </label>
        </div>
        <div v-else-if="way === 'protein'">
          <label class="form-label" for="own-soft">The softer flour</label>
          <BFormSelect id="own-soft" v-model="flours.soft">
            <BFormSelectOption v-for="i in flourRows" :key="i.id" :value="i.id"
              >{{ i.name }}, {{ i.protein }} %</BFormSelectOption
            >
          </BFormSelect>
          <label class="form-label" for="own-strong">The stronger flour</label>
          <BFormSelect id="own-strong" v-model="flours.strong">
            <BFormSelectOption v-for="i in flourRows" :key="i.id" :value="i.id"
              >{{ i.name }}, {{ i.protein }} %</BFormSelectOption
            >
          </BFormSelect>
          <label class="figure"
            ><span>Protein wanted</span>
            <BFormInput v-model="flours.protein" size="sm" inputmode="decimal" />
            %</label
          >
        </div>
        <div v-else>
          <div v-for="(p, n) in parts" :key="n" class="part">
            <BFormSelect v-model="p.ingredient" size="sm" :aria-label="`Part ${n + 1}`">
              <BFormSelectOption v-for="i in rows" :key="i.id" :value="i.id">{{ i.name }}</BFormSelectOption>
            </BFormSelect>
            <TypedBox
              class="form-control form-control-sm"
              inputmode="decimal"
              :value="p.share"
              :aria-label="`Share of part ${n + 1}`"
              @enter="p.share = orBefore($event, p.share ?? 0)"
            />
          </div>
          <BButton size="sm" variant="outline-primary" @click="parts.push({ ingredient: 'salt', share: 1 })"
            >Another part</BButton
          >
        </div>
        <div class="look" aria-live="polite">
          <template v-if="look">
            <p class="small-words">{{ look.ingredient.note }}</p>
            <dl>
              <template
                v-for="[word, value] in [
                  ['Water', look.ingredient.water],
                  ['Fat', look.ingredient.fat],
                  ['Sugars', look.ingredient.sugars],
                  ['Starch', look.ingredient.starch],
                  ['Protein', look.ingredient.protein],
                  ['Salt', look.ingredient.salt],
                ] as const"
                :key="word"
              >
                <dt>{{ word }}</dt>
                <dd class="fig">{{ fixed(value, 1) }} %</dd>
              </template>
            </dl>
            <p v-if="look.estimated.length" class="small-words">
              Estimated: {{ look.estimated.join(', ') }}.
            </p>
            <p class="small-words">
              Allergens{{ way === 'label' ? '' : ', as in its parts' }}:
              {{ look.ingredient.allergens.join(', ') || 'none by what was said' }}. The packet wins.
            </p>
          </template>
          <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
        </div>
      </div>
      <SaysFields v-if="way === 'label'" v-model="says" />
      <label v-if="way !== 'protein'" class="figure cup"
        ><span>A US cup of it weighs (weigh three, if you use cups)</span>
        <BFormInput v-model="cup" size="sm" inputmode="decimal" /> g</label
      >
      <div class="mt-3 d-flex gap-2 justify-content-end">
        <BButton variant="outline-primary" @click="open = false">Not now</BButton>
        <span v-if="own" class="small-words later"
          >What was made with version {{ own.version }} keeps it.</span
        >
        <BButton type="submit" variant="primary" :disabled="!look">Keep it in the pantry</BButton>
      </div>
    </form>
  </BModal>
</template>

<style scoped>
.ways {
  display: flex;
  gap: 18px;
  margin-bottom: 8px;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 20px;
  margin-top: 8px;
}
.figure {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 3px;
}
.figure span {
  flex: 1;
}
.figure input {
  width: 76px;
  text-align: right;
}
.part {
  display: grid;
  grid-template-columns: 1fr 76px;
  gap: 6px;
  margin-bottom: 4px;
}
.look {
  background: var(--enamel-2);
  padding: 8px 12px;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  margin: 6px 0;
}
dt {
  font-weight: 400;
}
dd {
  margin: 0;
  text-align: right;
}
</style>
