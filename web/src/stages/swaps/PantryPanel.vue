<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { grams } from '@/ui/format'

const SURE: Record<string, string> = { H: 'well known', M: 'a fair guide', L: 'rough' }
const MARKETS: Record<string, string> = { us: 'US', metric: 'EU and UK', ca: 'Canada', au: 'Australia' }
const dough = theDough()
const { ingredients } = useReference()
const line = ref('')
const found = shallowRef<Schemas['PantryOut'] | null>(null)
const problem = ref('')
const lines = computed(() => dough.work.value?.draft.lines ?? [])
const name = (id: string): string => ingredients.value.get(id)?.name ?? id

watch(
  lines,
  (now) => {
    if (!now.some((x) => x.id === line.value)) line.value = now[0]?.id ?? ''
  },
  { immediate: true },
)
watch([line, lines], () => void ask(), { immediate: true })

async function ask(): Promise<void> {
  const work = dough.work.value
  if (!work || !line.value) return
  const mine = line.value
  try {
    const answer = await api.equals({
      body: { draft: work.draft, line: mine, needs: work.target.needs ?? [] },
    })
    if (mine === line.value) found.value = answer
    problem.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
}
</script>

<template>
  <section class="pantry" aria-label="From the pantry">
    <label class="line"
      >Instead of
      <BFormSelect v-model="line" size="sm">
        <BFormSelectOption v-for="x in lines" :key="x.id" :value="x.id">
          {{ name(x.ingredient) }}, {{ x.grams === null ? 'amount unknown' : `${grams(x.grams)} g` }}
        </BFormSelectOption>
      </BFormSelect></label
    >
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <p v-if="found && found.equals.length === 0" class="small-words">
      Nothing known here comes to the same by simple arithmetic. A need, switched on above, finds what can
      stand in for it.
    </p>
    <article v-for="e in found?.equals ?? []" :key="e.rule">
      <h3>
        {{ e.name }}
        <BButton size="sm" variant="outline-primary" @click="dough.edit({ op: 'equal', line, rule: e.rule })">
          Put it in <span class="visually-hidden">{{ e.name }}</span>
        </BButton>
      </h3>
      <p>
        <span v-for="c in e.changes" :key="c.line_id" class="change"
          ><template v-if="c.after_g === null">{{ c.before }} out</template
          ><template v-else
            >{{ c.after }} <b class="fig">{{ grams(c.after_g) }} g</b
            ><span v-if="c.before === c.after" class="small-words">
              from {{ grams(c.before_g) }}</span
            ></template
          ></span
        >
      </p>
      <p class="small-words">{{ e.words }}; {{ SURE[e.confidence] }}, {{ e.source }}.</p>
      <p v-if="e.short" class="alert-words">△ {{ e.short }}</p>
    </article>
    <article v-if="found?.eggs.length">
      <h3>As whole eggs</h3>
      <p class="eggs">
        <span v-for="g in found.eggs.slice(0, 8)" :key="g.market + g.size"
          ><b>{{ g.count }} {{ g.size }}</b> <span class="small-words">{{ MARKETS[g.market] }}</span>
          {{ grams(g.grams) }} g
          <span class="small-words fig"
            >{{ g.over_g >= 0 ? '+' : '−' }}{{ Math.abs(g.over_g).toFixed(0) }} g</span
          ></span
        >
      </p>
      <p class="small-words">By size class, out of the shell; two from one box differ by up to 10 g.</p>
    </article>
  </section>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  align-items: center;
  white-space: nowrap;
}
article {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
  margin-top: 6px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 2px;
  display: flex;
  justify-content: space-between;
}
p {
  margin: 0;
}
.change {
  margin-right: 16px;
}
.eggs {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 20px;
}
</style>
