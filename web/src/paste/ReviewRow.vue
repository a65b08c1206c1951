<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { grams, stepWord } from '@/ui/format'
import type { Reviewed } from './review'

const props = defineProps<{
  row: Reviewed
  habit: Schemas['RecipeOut']['habit']
  ingredients: readonly Schemas['IngredientOut'][]
  steps: readonly string[]
  notKnown: string
}>()
const emit = defineEmits<{ changed: [Partial<Reviewed>]; own: [] }>()

const problem = ref('')
const typed = ref('')
const line = computed(() => props.row.line)
const error = computed(() => {
  const { low_g: low, high_g: high, grams: g } = line.value
  if (g === null || low === null || high === null || high - low < 0.02 * g) return ''
  return grams(low) === grams(high) ? '' : `${grams(low)} to ${grams(high)} g`
})
const groups = computed(() => {
  const found = new Map<string, Schemas['IngredientOut'][]>()
  for (const i of props.ingredients) found.set(i.group, [...(found.get(i.group) ?? []), i])
  return [...found]
})

interface Said {
  ingredient?: string
  filling?: string
  amount?: string
  step?: string
  settles?: string[]
}

/** The way of filling the cook or the text has said; one that was only assumed is left open. */
const filled = computed(() => {
  const open = line.value.asks.some((a) => a.code === 'filling')
  return open && line.value.fillings.includes(line.value.filling) ? '' : line.value.filling
})

async function say(what: Said): Promise<void> {
  problem.value = ''
  const answered = [...new Set([...props.row.answered, ...(what.settles ?? [])])]
  try {
    const again = await api.readLine({
      body: {
        text: line.value.text,
        ingredient: what.ingredient ?? line.value.ingredient,
        quantities: line.value.quantities,
        amount: what.amount ?? '',
        filling: what.filling ?? filled.value,
        step: (what.step ?? line.value.step) as Schemas['RecipeLineOut']['step'],
        habit: props.habit,
        answered,
      },
    })
    const notes = line.value.notes.filter((n) => !n.endsWith('assumed'))
    emit('changed', { line: { ...again, notes: [...notes, ...again.notes] }, answered })
    typed.value = ''
  } catch (reason) {
    problem.value = words(reason)
  }
}

function settle(code: string, choice: string): void {
  const by = line.value.asks.find((a) => a.code === code)?.by
  if (by === 'amount') {
    void say({ amount: choice, settles: [code] })
    return
  }
  void say(
    code === 'filling'
      ? { filling: choice, settles: [code] }
      : { ingredient: choice, settles: ['flour', 'salt', 'cocoa', 'ingredient'] },
  )
}
defineExpose({ settle })
</script>

<template>
  <div class="row" :class="{ out: !row.keep }">
    <input
      class="form-check-input"
      type="checkbox"
      :checked="row.keep"
      :aria-label="`Take “${line.text}”`"
      @change="emit('changed', { keep: !row.keep })"
    />
    <span class="written" :title="line.text">{{ line.text }}</span>
    <select
      class="form-select form-select-sm"
      :class="{ wants: !line.ingredient || line.ingredient === notKnown }"
      :value="line.ingredient"
      :aria-label="`Ingredient of “${line.text}”`"
      @change="settle('ingredient', ($event.target as HTMLSelectElement).value)"
    >
      <option value="">not in the table</option>
      <optgroup v-for="[g, items] in groups" :key="g" :label="g">
        <option v-for="i in items" :key="i.id" :value="i.id">{{ i.name }}</option>
      </optgroup>
    </select>
    <span class="g fig">
      <template v-if="line.range_g">{{ grams(line.range_g[0]) }} to {{ grams(line.range_g[1]) }} g</template>
      <template v-else-if="line.grams !== null">{{ grams(line.grams) }} g</template>
      <template v-else>?</template>
      <span v-if="error && !line.range_g" class="small-words off">{{ error }}</span>
    </span>
    <select
      v-if="line.fillings.length"
      class="form-select form-select-sm"
      :value="line.filling"
      :aria-label="`How the cup was filled, ${line.text}`"
      @change="settle('filling', ($event.target as HTMLSelectElement).value)"
    >
      <option v-if="!line.fillings.includes(line.filling)" :value="line.filling">{{ line.filling }}</option>
      <option v-for="f in line.fillings" :key="f" :value="f">{{ f }}</option>
    </select>
    <span v-else class="small-words how" :title="line.how">{{ line.how }}</span>
    <select
      class="step"
      :value="line.step"
      :aria-label="`When it goes in, ${line.text}`"
      @change="say({ step: ($event.target as HTMLSelectElement).value })"
    >
      <option v-for="s in steps" :key="s" :value="s">{{ stepWord(s) }}</option>
    </select>
    <div v-if="row.keep && (line.asks.length || line.notes.length)" class="below">
      <div v-for="a in line.asks" :key="a.code" class="ask">
        <b>▲ {{ a.question }}</b>
        <template v-if="a.code === 'amount' || a.code === 'unit'">
          <button
            v-if="a.code === 'unit' && !a.choices.length"
            type="button"
            @click="say({ settles: ['unit'] })"
          >
            grams
          </button>
          <form @submit.prevent="say({ amount: typed, settles: ['amount', 'unit'] })">
            <BFormInput
              v-model="typed"
              size="sm"
              :aria-label="`Amount of ${line.text}`"
              placeholder="40 g, 1 tbsp"
            />
          </form>
        </template>
        <button v-for="c in a.choices" :key="c.id" type="button" @click="settle(a.code, c.id)">
          {{ c.name }}
        </button>
        <button v-if="a.code === 'ingredient' && !line.ingredient" type="button" @click="emit('own')">
          make it an own ingredient
        </button>
        <button
          v-if="a.code === 'ingredient'"
          type="button"
          @click="say({ ingredient: notKnown, settles: ['ingredient'] })"
        >
          leave it open
        </button>
        <button
          v-if="['amount', 'unit', 'ingredient'].includes(a.code)"
          type="button"
          @click="emit('changed', { keep: false })"
        >
          leave out
        </button>
      </div>
      <span v-for="n in line.notes" :key="n" class="small-words note">{{ n }}</span>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 20px minmax(0, 1fr) 190px 108px 128px 70px;
  gap: 0 10px;
  align-items: center;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
.out {
  opacity: 0.5;
}
.written {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.g {
  text-align: right;
  line-height: 1.15;
}
.off {
  display: block;
  font-family: inherit;
}
.how {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.wants {
  border-color: var(--alert);
}
.step {
  border: 0;
  background: transparent;
  color: var(--ink-2);
  font-size: 0.8125rem;
}
.below {
  grid-column: 2 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
  font-size: 0.8125rem;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
  width: 100%;
}
.ask b {
  color: var(--alert);
  font-weight: 600;
}
.ask button {
  border: 1px solid var(--graph-strong);
  background: var(--enamel);
  color: var(--cobalt);
  border-radius: 3px;
  padding: 0 7px;
}
.ask button:hover {
  background: var(--cobalt-wash);
}
.ask input {
  width: 110px;
}
.note::before {
  content: '· ';
}
@media (max-width: 800px) {
  .row {
    grid-template-columns: 20px minmax(0, 1fr) 96px;
  }
  .written {
    grid-column: 2 / -1;
    white-space: normal;
  }
  .row > :nth-child(3),
  .row > :nth-child(5) {
    grid-column: 2;
  }
  .row > :nth-child(4),
  .step {
    grid-column: 3;
  }
}
</style>
