<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import TopBar from '@/ui/TopBar.vue'
import { HABITS } from '@/ui/useHabit'
import ReviewRow from './ReviewRow.vue'
import { draftOf, openQuestions, type Reviewed } from './review'

type Recipe = Schemas['RecipeOut']

const router = useRouter()
const queryClient = useQueryClient()
const { data: reference } = useReference()
const text = ref('')
const recipe = shallowRef<Recipe | null>(null)
const rows = ref<Reviewed[]>([])
const name = ref('')
const problem = ref('')
const busy = ref(false)

const kept = computed(() => rows.value.filter((r) => r.keep && r.line.ingredient))
const open = computed(() => openQuestions(rows.value))
const nameless = computed(() => rows.value.filter((r) => r.keep && !r.line.ingredient).length)

async function read(habit: Recipe['habit'] | null = null): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const found = await api.readRecipe({ body: { text: text.value, habit } })
    recipe.value = found
    rows.value = found.lines.map((line, n) => ({ id: `l${n + 1}`, line, keep: true, answered: [] }))
    if (found.title) name.value = found.title
  } catch (error) {
    problem.value = words(error)
  } finally {
    busy.value = false
  }
}

async function openFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  if (file.size > 400_000) {
    problem.value = 'That file is larger than 400 kB. Open one recipe at a time.'
    return
  }
  text.value = await file.text()
  await read()
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
  problem.value = ''
  try {
    const made = await api.createDough({
      body: {
        name: name.value,
        start: 'recipe',
        style: recipe.value.style,
        draft: draftOf(kept.value, recipe.value),
      },
    })
    void askAnew(queryClient, 'shelf')
    await router.push(`/dough/${made.id}/formula`)
  } catch (error) {
    problem.value = words(error)
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
            accept=".txt,.md,.json,.jsonld,.html,.htm,.csv,text/*,application/json"
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
        <dl class="bake">
          <template v-if="recipe.oven_c !== null">
            <dt>Oven</dt>
            <dd class="fig">
              {{ recipe.oven_c }} °C{{ recipe.fan ? ' fan' : '' }}
              <span class="small-words">{{ recipe.oven_said }}</span>
            </dd>
          </template>
          <template v-if="recipe.minutes">
            <dt>Bake</dt>
            <dd class="fig">
              {{ recipe.minutes[0]
              }}{{ recipe.minutes[1] !== recipe.minutes[0] ? ` to ${recipe.minutes[1]}` : '' }} min
            </dd>
          </template>
          <template v-if="recipe.makes !== null">
            <dt>Makes</dt>
            <dd class="fig">{{ recipe.makes }} pieces</dd>
          </template>
          <template v-if="recipe.portion_g !== null">
            <dt>Portion</dt>
            <dd class="fig">{{ recipe.portion_g }} g</dd>
          </template>
        </dl>
        <details v-if="recipe.aside.length" class="aside">
          <summary>
            {{ recipe.aside.length }} {{ recipe.aside.length === 1 ? 'line' : 'lines' }} not taken for
            ingredients
          </summary>
          <ul>
            <li v-for="(a, n) in recipe.aside" :key="n">
              <span>{{ a }}</span>
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
        <ReviewRow
          v-for="r in rows"
          :key="r.id"
          :row="r"
          :habit="recipe.habit"
          :ingredients="reference?.ingredients ?? []"
          :steps="reference?.steps ?? []"
          @changed="Object.assign(r, $event)"
        />
      </div>
      <footer v-if="recipe && rows.length">
        <label class="visually-hidden" for="paste-name">What will it be called?</label>
        <BFormInput
          id="paste-name"
          v-model="name"
          maxlength="80"
          placeholder="What will it be called?"
          autocomplete="off"
        />
        <BButton variant="primary" :disabled="busy || kept.length === 0" @click="enter"
          >Put {{ kept.length }} lines on the shelf</BButton
        >
        <span class="small-words left">
          <template v-if="nameless"
            >{{ nameless }} without an ingredient {{ nameless === 1 ? 'stays' : 'stay' }} out.
          </template>
          <template v-if="open">Open amounts enter as unknown, not as zero.</template>
        </span>
      </footer>
    </section>
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
.bake {
  display: grid;
  grid-template-columns: 70px 1fr;
  margin: 10px 0 0;
}
dt {
  font-weight: 400;
  color: var(--ink-2);
}
dd {
  margin: 0;
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
