<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { client, data, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import type { Edit } from '@/dough/useDough'
import { useAsk } from '@/stages/butter/useAsk'
import TinySide from '@/stages/swaps/TinySide.vue'
import { choice, fixed, grams } from '@/ui/format'

type Advice = Schemas['AdviceOut']
const EASE = ['', 'a turn of a knob', 'another weighing', 'another way of working']
const dough = theDough()
const router = useRouter()
const tried = ref('')
const { answer, problem } = useAsk(
  () => [dough.work.value?.draft, dough.work.value?.target.cookie, dough.work.value?.style],
  () => {
    const work = dough.work.value
    if (!work) return null
    return data(
      client.POST('/api/next', {
        body: {
          draft: work.draft,
          target: work.target.cookie ?? {},
          style: work.style,
          kit: dough.kitOf(work.draft),
        },
      }),
    )
  },
)
const across = computed(() =>
  Math.max(
    100,
    ...(answer.value?.advice ?? []).flatMap((a) => a.outline.map(([x = 0]) => 2.2 * Math.abs(x))),
  ),
)
const figure = (value: number | null, unit: string): string =>
  value === null ? 'open' : unit === 'g' ? grams(value) : fixed(value, 1)
const name = (a: Advice): string => (a.key.startsWith('method:') ? choice(a.key.slice(7)) : a.name)
const words = (a: Advice): string =>
  a.after === null ? name(a) : `${a.name} ${figure(a.before, a.unit)} → ${figure(a.after, a.unit)} ${a.unit}`

function editOf(a: Advice): Edit {
  const e = a.edit
  if (e.op === 'role') return { op: 'role', role: e.role as Schemas['Role'], percent: e.percent ?? 0 }
  if (e.op === 'amount')
    return { op: 'amount', line: e.line ?? '', text: e.grams ?? 0, unit: 'g', habit: 'metric' }
  return { op: 'process', field: e.field ?? '', value: e.value ?? null }
}

async function take(a: Advice): Promise<void> {
  const note = `Tries ${words(a)}. Forecast: ${a.effect}.`
  if (await dough.edit(editOf(a))) {
    // The dialog that keeps the version finds what is being tested.
    sessionStorage.setItem(`tarte-note-${dough.id.value}`, note)
    tried.value = note
  }
}
</script>

<template>
  <section class="next panel" aria-label="Next">
    <header>
      <h2>Next</h2>
      <span v-if="answer?.distance != null" class="small-words"
        >the forecast is {{ fixed(answer.distance, 1) }} clear misses from the target; single changes, the
        nearest first</span
      >
    </header>
    <p v-if="problem" class="alert-words pad" role="alert">▲ {{ problem }}</p>
    <p v-if="answer?.reason" class="pad">{{ answer.reason }}</p>
    <div v-if="tried" class="tried" aria-live="polite">
      <p>{{ tried }} It is in the draft; undo takes it back.</p>
      <BButton size="sm" variant="outline-primary" @click="router.push({ name: 'versions' })"
        >See it beside the version before</BButton
      >
    </div>
    <div class="list">
      <article v-for="a in answer?.advice ?? []" :key="a.key">
        <TinySide :shape="a.outline" :ghost="answer?.target_outline ?? []" :fill="null" :across="across" />
        <div class="what">
          <h3>
            {{ name(a) }}
            <span v-if="a.after !== null" class="fig"
              >{{ figure(a.before, a.unit) }} → {{ figure(a.after, a.unit) }}
              <span class="unit">{{ a.unit }}</span></span
            >
          </h3>
          <p>{{ a.effect }}</p>
          <p class="small-words">
            {{ [EASE[a.ease], a.mind].filter(Boolean).join('; ') }}
            <span v-if="a.side_effects.length" class="alert-words">△ {{ a.side_effects.join(', ') }}</span>
          </p>
        </div>
        <div class="away">
          <svg width="150" height="14" aria-hidden="true">
            <rect class="was" x="0" y="4" :width="Math.min(a.from_steps, 4) * 37" height="6" />
            <rect class="is" x="0" y="4" :width="Math.min(a.to_steps, 4) * 37" height="6" />
          </svg>
          <span class="fig"
            >{{ fixed(a.from_steps, 1) }} → <b>{{ fixed(a.to_steps, 1) }}</b></span
          >
          <span class="visually-hidden">clear misses from the target</span>
        </div>
        <button type="button" class="do" @click="take(a)">
          Try it <span class="visually-hidden">: {{ words(a) }}</span>
        </button>
      </article>
    </div>
    <p v-if="answer?.advice.length" class="small-words pad">
      By the forecast with general parameters: a guide for one bake at a time, ranked by distance alone.
      Dotted is the target.
    </p>
  </section>
</template>

<style scoped>
.next {
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
.pad {
  padding: 8px 14px;
  margin: 0;
}
.list {
  flex: 1;
  min-height: 0;
  overflow-y: auto;
  padding: 0 14px;
}
article {
  display: grid;
  grid-template-columns: 80px minmax(0, 1fr) 240px auto;
  gap: 14px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid var(--rule);
}
h3 {
  font-size: 1rem;
  margin: 0;
}
h3 .fig {
  font-weight: 400;
  margin-left: 8px;
}
p {
  margin: 0;
}
.away {
  display: flex;
  gap: 10px;
  align-items: center;
  white-space: nowrap;
}
.was {
  fill: var(--graph-strong);
}
.is {
  fill: var(--cobalt);
}
.tried {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 14px;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 6px 14px;
}
@media (max-width: 900px) {
  article {
    grid-template-columns: 80px minmax(0, 1fr) auto;
  }
  .away {
    grid-column: 2;
  }
}
</style>
