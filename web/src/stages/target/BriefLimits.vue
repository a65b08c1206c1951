<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useAsk } from '@/api/ask'
import { theDough } from '@/dough/key'
import BriefStands from '@/stages/next/BriefStands.vue'
import TypedBox from '@/ui/TypedBox.vue'
import { editTarget } from './editTarget'

/** What a piece, or 100 g as baked, may hold: set on the target, and where the draft stands to it. */
type Limit = Schemas['LimitDoc']
type Typed = Omit<Limit, 'value'> & { value: string | number }
const dough = theDough()
const problem = ref('')
const limits = computed<Limit[]>(() => dough.work.value?.target.limits ?? [])
const kind = (key: string) => answer.value?.kinds.find((k) => k.key === key)
const unit = (key: string): string => kind(key)?.unit ?? ''
const fresh = ref<Typed>({ key: 'sugars', per: 'piece', at_most: true, value: '', must: true, pieces: 6 })

const { answer } = useAsk(
  () => [dough.work.value?.draft, dough.work.value?.style, limits.value],
  () => {
    const work = dough.work.value
    if (!work) return null
    const body = { draft: work.draft, style: work.style, dough_id: dough.id.value, limits: limits.value }
    return api.standToBrief({ body })
  },
)

// Days it keeps are wished to be at least so many, sugar at most so much.
watch(
  () => fresh.value.key,
  (key) => (fresh.value.at_most = !kind(key)?.rather_more),
)
/** What cannot be had in 100 g is for a piece. */
watch(
  () => kind(fresh.value.key)?.per,
  (per) => {
    if (per && !per.some((p) => p.id === fresh.value.per))
      fresh.value = { ...fresh.value, per: per[0]?.id ?? 'piece' }
  },
)

async function put(all: (now: readonly Limit[]) => Typed[]): Promise<boolean> {
  try {
    const made = await editTarget(dough, (target) => ({
      target,
      wanted: true,
      limits: all(target.limits ?? []),
    }))
    problem.value = ''
    return made !== null
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
    return false
  }
}
const change = (n: number, what: Partial<Typed>): Promise<boolean> =>
  put((now) => now.map((x, k) => (k === n ? { ...x, ...what } : x)))
const remove = (n: number): Promise<boolean> => put((now) => now.filter((_, k) => k !== n))
async function add(): Promise<void> {
  const wished = fresh.value
  if (await put((now) => [...now, wished])) fresh.value = { ...fresh.value, value: '' }
}
const PACK = 'pack'
const name = (x: Typed): string =>
  x.per === PACK
    ? `${kind(x.key)?.name ?? x.key} a pack of ${x.pieces}`
    : `${kind(x.key)?.name ?? x.key} ${kind(x.key)?.per.find((p) => p.id === x.per)?.words ?? ''}`
</script>

<template>
  <div class="limits">
    <div v-for="(x, n) in limits" :key="`${x.key}${x.per}${x.at_most}${x.pieces}`" class="limit">
      <span class="what">{{ name(x) }}, {{ x.at_most ? 'at most' : 'at least' }}</span>
      <TypedBox
        class="form-control form-control-sm fig"
        :value="x.value"
        :aria-label="`Limit of ${name(x)}, ${unit(x.key)}`"
        @enter="change(n, { value: $event })"
      />
      <span class="unit">{{ unit(x.key) }}</span>
      <select
        class="form-select form-select-sm"
        :value="x.must ? 'must' : 'rather'"
        :aria-label="`How much ${name(x)} matters`"
        @change="change(n, { must: ($event.target as HTMLSelectElement).value === 'must' })"
      >
        <option value="must">must</option>
        <option value="rather">rather</option>
      </select>
      <button type="button" class="btn btn-sm btn-link" @click="remove(n)">
        take off<span class="visually-hidden"> {{ name(x) }}</span>
      </button>
    </div>
    <form class="limit" autocomplete="off" @submit.prevent="add">
      <span class="kind">
        <select v-model="fresh.key" class="form-select form-select-sm" aria-label="What to limit">
          <option v-for="k in answer?.kinds ?? []" :key="k.key" :value="k.key">{{ k.name }}</option>
        </select>
        <select
          v-model="fresh.per"
          :disabled="kind(fresh.key)?.per.length === 1"
          class="form-select form-select-sm"
          aria-label="In a piece or in 100 g"
        >
          <option v-for="p in kind(fresh.key)?.per ?? []" :key="p.id" :value="p.id">{{ p.words }}</option>
        </select>
        <select
          class="form-select form-select-sm"
          :value="fresh.at_most ? 'most' : 'least'"
          aria-label="At most or at least"
          @change="fresh.at_most = ($event.target as HTMLSelectElement).value === 'most'"
        >
          <option value="most">at most</option>
          <option value="least">at least</option>
        </select>
      </span>
      <label v-if="fresh.per === PACK" class="pack"
        >pieces in it
        <input
          v-model.number="fresh.pieces"
          class="form-control form-control-sm fig"
          inputmode="numeric"
          aria-label="Pieces in a pack"
      /></label>
      <input
        v-model="fresh.value"
        class="form-control form-control-sm fig"
        inputmode="decimal"
        :aria-label="`How much, ${unit(fresh.key)}`"
      />
      <span class="unit">{{ unit(fresh.key) }}</span>
      <button type="submit" class="btn btn-sm btn-outline-primary add">Set limit</button>
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <BriefStands v-if="limits.length && answer" :standings="answer.standings" />
    <p v-if="answer" class="small-words">{{ answer.cost }}</p>
    <p v-if="limits.length" class="small-words">
      Figures {{ answer?.basis ?? '…' }}, in brackets 8 times in 10. Met only where 9 of 10 keep it.
      <RouterLink :to="{ name: 'next' }">Next keeps to it</RouterLink>
    </p>
  </div>
</template>

<style scoped>
.limit {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 60px minmax(30px, max-content) auto auto;
  gap: 4px 6px;
  align-items: center;
  margin-bottom: 4px;
  font-size: 0.875rem;
}
.limit select {
  padding-left: 6px;
  padding-right: 22px;
  background-position: right 4px center;
}
.kind {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 6px;
}
.pack {
  display: flex;
  align-items: center;
  gap: 6px;
  grid-column: 1 / -1;
}
.pack input {
  width: 60px;
}
form.limit > input {
  grid-column: 2;
}
form.limit .add {
  grid-column: 4 / -1;
}
p {
  margin-bottom: 2px;
}
</style>
