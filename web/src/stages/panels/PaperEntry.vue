<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'

/** A paper ballot entered by hand: the codes that were marked, or a word for each code and scale. */
const props = defineProps<{ panel: Schemas['PanelOut'] }>()
const emit = defineEmits<{ took: [Schemas['PanelOut']] }>()
const number = ref('')
const nick = ref('')
const marked = ref('')
/** What was marked by code and scale; empty until it is. */
const scores = ref<Record<string, Record<string, number>>>({})
const problem = ref('')
const busy = ref(false)
const ballot = computed(() => props.panel.ballots.find((b) => String(b.number) === number.value.trim()))
watch(number, () => (scores.value = {}))
const asks = computed(
  () =>
    ({ ranking: 'codes, best first', tetrad: 'the two codes of one pair' })[props.panel.question.key] ??
    'the code that was marked',
)
function mark(code: number, key: string, value: string): void {
  scores.value = { ...scores.value, [code]: { ...scores.value[code], [key]: Number(value) } }
}
function replied() {
  const codes = (marked.value.match(/\d{3}/g) ?? []).map(Number)
  const none = { choice: null, pair: [], order: [], scores: {}, words: '' }
  if (props.panel.scales.length) return { ...none, scores: scores.value }
  if (props.panel.question.key === 'ranking') return { ...none, order: codes }
  if (props.panel.question.key === 'tetrad') return { ...none, pair: codes }
  return { ...none, choice: codes[0] ?? null }
}
async function enter(): Promise<void> {
  problem.value = ''
  if (!ballot.value) {
    problem.value = `Which ballot? They go from 1 to ${props.panel.ballots.length}.`
    return
  }
  busy.value = true
  try {
    const now = await api.enterPaper({
      params: { path: { panel_id: props.panel.id, number: ballot.value.number } },
      body: { nick: nick.value, reply: replied() },
    })
    number.value = nick.value = marked.value = ''
    emit('took', now)
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
  busy.value = false
}
</script>

<template>
  <form class="paper" aria-label="A paper ballot" @submit.prevent="enter">
    <label
      >ballot <input v-model="number" class="form-control form-control-sm fig" inputmode="numeric"
    /></label>
    <label v-if="!panel.scales.length"
      >{{ asks }} <input v-model="marked" class="form-control form-control-sm fig" inputmode="numeric"
    /></label>
    <label>made-up name <input v-model="nick" class="form-control form-control-sm" maxlength="30" /></label>
    <table v-if="panel.scales.length && ballot">
      <tbody>
        <tr v-for="c in ballot.codes" :key="c">
          <th scope="row" class="fig">{{ c }}</th>
          <td v-for="s in panel.scales" :key="s.key">
            <select
              class="form-select form-select-sm"
              :value="scores[c]?.[s.key] ?? ''"
              :aria-label="`${c} ${s.label}`"
              @change="mark(c, s.key, ($event.target as HTMLSelectElement).value)"
            >
              <option value="" disabled>{{ s.label || 'marked' }}</option>
              <option v-for="(w, n) in s.words" :key="w" :value="s.values[n]">{{ w }}</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
    <BButton type="submit" size="sm" variant="primary" :disabled="busy">Enter</BButton>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
  </form>
</template>

<style scoped>
.paper {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
  margin: 8px 0;
}
table {
  flex-basis: 100%;
}
th {
  padding-right: 10px;
}
td {
  padding: 2px 6px 2px 0;
}
p {
  flex-basis: 100%;
  margin: 0;
}
</style>
