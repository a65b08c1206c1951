<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { pdfText } from '@/api/upload'
import { useReference } from '@/api/queries'
import OwnDialog from '@/stages/formula/OwnDialog.vue'
import TopBar from '@/ui/TopBar.vue'
import { HABITS } from '@/ui/useHabit'
import AlikeQuestions, { type Settled } from './AlikeQuestions.vue'
import NamedBesides from './NamedBesides.vue'
import ProcessFacts from './ProcessFacts.vue'
import ReviewRow from './ReviewRow.vue'
import { draftOf, openQuestions, type Reviewed } from './review'

type Recipe = Schemas['RecipeOut']

const router = useRouter()
const route = useRoute()
const queryClient = useQueryClient()
const { data: reference } = useReference()
const text = ref('')
const recipe = shallowRef<Recipe | null>(null)
const rows = ref<Reviewed[]>([])
const name = ref('')
const problem = ref('')
const refused = ref('')
const nameBox = ref<{ focus: () => void } | null>(null)
const busy = ref(false)

const kept = computed(() => rows.value.filter((r) => r.keep))
const open = computed(() => openQuestions(rows.value))
const nameless = computed(
  () => kept.value.filter((r) => ['', recipe.value?.not_known].includes(r.line.ingredient)).length,
)

const dropped = ref(new Set<string>())
const shown = new Map<string, InstanceType<typeof ReviewRow>>()
function keep(id: string, row: unknown): void {
  if (row) shown.set(id, row as InstanceType<typeof ReviewRow>)
  else shown.delete(id)
}
function answerAll(code: string, settled: readonly Settled[]): void {
  for (const { row, choice } of settled) shown.get(row)?.settle(code, choice)
}

async function read(habit: Recipe['habit'] | null = null): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const found = await api.readRecipe({ body: { text: text.value, habit } })
    recipe.value = found
    dropped.value = new Set()
    rows.value = found.lines.map((line, n) => ({ id: `l${n + 1}`, line, keep: true, answered: [] }))
    if (found.title) name.value = found.title
  } catch (error) {
    problem.value = words(error)
  } finally {
    busy.value = false
  }
}

/** The text a dough was once read from, read anew: it becomes a dough of its own, to be laid beside the first. */
onMounted(async () => {
  const from = Number(route.query['again'])
  if (!Number.isInteger(from) || from <= 0) return
  try {
    const kept = await api.recipeKept({ params: { path: { dough_id: from } } })
    if (!kept) return
    text.value = kept.text
    await read()
    name.value = `${kept.name}, read again`.slice(0, 80)
  } catch (error) {
    problem.value = words(error)
  }
})

async function openFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  if (file.type === 'application/pdf' || file.name.toLowerCase().endsWith('.pdf')) {
    await openPdf(file)
    return
  }
  if (file.size > 400_000) {
    problem.value = 'That file is larger than 400 kB. Open one recipe at a time.'
    return
  }
  text.value = await file.text()
  await read()
}

async function openPdf(file: File): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    text.value = (await pdfText(file)).text
  } catch (error) {
    problem.value = words(error)
    busy.value = false
    return
  }
  await read()
}

/** The row for which an own ingredient is being made, and whether its sheet is open. */
const makingFor = ref('')
const making = ref(false)
function makeOwn(id: string): void {
  makingFor.value = id
  making.value = true
}
function made(key: string): void {
  shown.get(makingFor.value)?.settle('ingredient', key)
}

/** What the text names and no line has, taken up as a line that asks how much of it. */
async function takeNamed(named: Recipe['unlisted'][number]): Promise<void> {
  await takeUp(named.name)
  if (recipe.value)
    recipe.value = { ...recipe.value, unlisted: recipe.value.unlisted.filter((x) => x.name !== named.name) }
}

/** A line set aside by the reader, taken up as an ingredient after all. */
async function takeUp(line: string): Promise<void> {
  const found = await api.readLine({
    body: {
      text: line,
      ingredient: '',
      quantities: [],
      step: 'dry',
      habit: recipe.value?.habit ?? 'metric',
    },
  })
  rows.value.push({ id: `l${rows.value.length + 1}`, line: found, keep: true, answered: [] })
  if (recipe.value) recipe.value = { ...recipe.value, aside: recipe.value.aside.filter((x) => x !== line) }
}

async function enter(): Promise<void> {
  if (!recipe.value) return
  busy.value = true
  refused.value = ''
  try {
    const made = await api.createDough({
      body: {
        name: name.value,
        start: 'recipe',
        style: recipe.value.style,
        draft: draftOf(kept.value, recipe.value, dropped.value),
        text: text.value,
      },
    })
    void askAnew(queryClient, 'shelf')
    await router.push(`/dough/${made.id}/formula`)
  } catch (error) {
    // Said where the button is; a name that is missing can be typed at once.
    refused.value = words(error)
    if (!name.value.trim()) nameBox.value?.focus()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <TopBar><span class="where">A recipe comes in</span></TopBar>
  <main id="main" class="paste">
    <section class="panel text" aria-label="The recipe as written">
      <h1>As written</h1>
      <label class="form-label" for="recipe-text"
        >Paste ingredients and method, or a page, a table or a formula file</label
      >
      <textarea
        id="recipe-text"
        v-model="text"
        class="form-control"
        spellcheck="false"
        placeholder="2 1/4 cups all-purpose flour, spooned&#10;1 stick butter, soft&#10;1 large egg plus 1 yolk&#10;…"
      />
      <div class="acts">
        <BButton variant="primary" :disabled="busy || !text.trim()" @click="read()">Read it</BButton>
        <label class="btn btn-outline-primary file"
          >Open a file
          <input
            type="file"
            class="visually-hidden"
            accept=".txt,.md,.json,.jsonld,.html,.htm,.csv,.pdf,application/pdf,text/*,application/json"
            @change="openFile"
          />
        </label>
      </div>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <template v-if="recipe">
        <label class="form-label mt-3" for="habit">Whose measures</label>
        <select
          id="habit"
          class="form-select"
          :value="recipe.habit"
          @change="read(($event.target as HTMLSelectElement).value as Recipe['habit'])"
        >
          <option v-for="m in HABITS" :key="m.id" :value="m.id">{{ m.name }}</option>
        </select>
        <p v-if="recipe.note" class="alert-words" role="status">▲ {{ recipe.note }}</p>
        <ProcessFacts v-model="dropped" :facts="recipe.facts" />
        <p v-if="recipe.makes !== null" class="small-words">Makes {{ recipe.makes }} pieces.</p>
        <NamedBesides :unlisted="recipe.unlisted" @take="takeNamed" />
        <details v-if="recipe.aside.length" class="aside" :open="recipe.overlooked.length > 0">
          <summary>
            {{ recipe.aside.length }} {{ recipe.aside.length === 1 ? 'line' : 'lines' }} not taken for
            ingredients
          </summary>
          <ul>
            <li v-for="(a, n) in recipe.aside" :key="n">
              <span :class="{ ask: recipe.overlooked.includes(a) }"
                >{{ recipe.overlooked.includes(a) ? '▲ ' : '' }}{{ a }}</span
              >
              <BButton size="sm" variant="link" @click="takeUp(a)">
                an ingredient <span class="visually-hidden">{{ a }}</span>
              </BButton>
            </li>
          </ul>
        </details>
      </template>
    </section>
    <section class="panel review" aria-label="What was understood">
      <header>
        <h2>As understood</h2>
        <span v-if="recipe" class="small-words" role="status"
          >{{ rows.length }} lines ·
          <b v-if="open" class="ask">{{ open }} {{ open === 1 ? 'question' : 'questions' }} open</b>
          <template v-else>no question open</template></span
        >
      </header>
      <p v-if="!recipe" class="nothing">
        Each line comes back with grams, how the cup was taken to be filled, and what still needs your word.
        Nothing enters before you have seen it.
      </p>
      <div v-else class="rows">
        <p v-if="rows.length === 0" class="alert-words">
          ▲ No ingredient was found in this text. Put each on its own line, such as “250 g plain flour”.
        </p>
        <AlikeQuestions :rows="rows" @answer="answerAll" />
        <ReviewRow
          v-for="r in rows"
          :key="r.id"
          :ref="(x) => keep(r.id, x)"
          :row="r"
          :habit="recipe.habit"
          :ingredients="reference?.ingredients ?? []"
          :steps="reference?.steps ?? []"
          :not-known="recipe?.not_known ?? ''"
          @own="makeOwn(r.id)"
          @changed="Object.assign(r, $event)"
        />
      </div>
      <footer v-if="recipe && rows.length">
        <label class="visually-hidden" for="paste-name">What will it be called?</label>
        <BFormInput
          id="paste-name"
          ref="nameBox"
          v-model="name"
          maxlength="80"
          placeholder="What will it be called?"
          autocomplete="off"
        />
        <BButton variant="primary" :disabled="busy || kept.length === 0" @click="enter"
          >Put {{ kept.length }} lines on the shelf</BButton
        >
        <p v-if="refused" class="alert-words left" role="alert">▲ {{ refused }}</p>
        <span v-else class="small-words left">
          <template v-if="nameless"
            >{{ nameless }} not known yet {{ nameless === 1 ? 'enters' : 'enter' }} by
            {{ nameless === 1 ? 'its' : 'their' }} words: no forecast until you say what
            {{ nameless === 1 ? 'it is' : 'they are' }}.
          </template>
          <template v-if="open">Open amounts enter as unknown, not as zero.</template>
        </span>
      </footer>
    </section>
    <OwnDialog v-model="making" :own="null" @made="made" />
  </main>
</template>

<style scoped>
.where {
  font-weight: 650;
}
.paste {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 14px;
  padding: 12px 16px;
  height: calc(100vh - 48px);
}
.panel {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.text {
  padding: 10px 14px;
  overflow-y: auto;
}
h1,
h2 {
  font-size: 1.125rem;
  margin: 0;
}
textarea {
  flex: 1 0 200px;
  font-family: var(--bs-font-monospace);
  font-size: 0.8125rem;
  resize: none;
}
.acts {
  display: flex;
  gap: 8px;
  margin-top: 8px;
}
.file:focus-within {
  outline: 2px solid var(--cobalt);
  outline-offset: 2px;
}
.aside {
  margin-top: 8px;
  font-size: 0.8125rem;
}
.aside ul {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
}
.aside li > :last-child {
  flex: none;
}
.aside li {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  border-top: 1px solid var(--rule);
}
header {
  display: flex;
  align-items: baseline;
  gap: 14px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule);
}
.ask {
  color: var(--alert);
}
.nothing {
  max-width: 30rem;
  margin: 20vh auto 0;
  color: var(--ink-2);
  text-align: center;
}
.rows {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 0 14px;
}
footer {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 14px;
  border-top: 1px solid var(--rule);
}
footer input {
  max-width: 260px;
}
footer p {
  margin: 0;
}
footer .btn {
  white-space: nowrap;
}
@media (max-width: 800px) {
  .paste {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  footer {
    flex-wrap: wrap;
  }
}
</style>
