<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { ApiError, words as problemWords, type Schemas } from '@/api/client'
import { useAsk } from '@/api/ask'
import { fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import BriefStands from './BriefStands.vue'
import ChangeDrawing from './ChangeDrawing.vue'
import EffectBars from './EffectBars.vue'
import LockRow from './LockRow.vue'
import { figure, moveWords, named, useNext } from './useNext'
import TermWord from '@/ui/TermWord.vue'

/** The best one, two, three and four changes: words first, one drawing, and where more stop paying. */
type Rung = Schemas['RungOut']
const COUNTS = ['One change', 'Two changes', 'Three changes', 'Four changes']
const router = useRouter()
const { dough, locks, minding, question, changes, note } = useNext()
const picked = ref<number | null>(null)
const done = ref('')
const failed = ref('')
const kept = ref<number[]>([])
const { answer, problem } = useAsk(changes, () => {
  const body = question()
  return body && api.climbLadder({ body })
})
watch(answer, () => (picked.value = null))
const at = computed(() => picked.value ?? answer.value?.recommended ?? 0)
/** Rungs by how many changes, then those that are best by another measure. */
const all = computed(() => [
  ...(answer.value?.rungs ?? []).map((r, n) => ({
    name: COUNTS[n] ?? '',
    words: `${r.words}${r.pays ? '' : '; brings little more'}`,
    rung: r,
    thin: !r.pays,
    apart: false,
  })),
  ...(answer.value?.others ?? []).map((o, n) => ({ ...o, thin: false, apart: n === 0 })),
])
const rung = computed<Rung | null>(() => all.value[at.value]?.rung ?? null)
const FIRST_AT: Record<string, string> = { bake: 'Start a bake', learn: 'Learn', results: 'Score a bake' }
const tries = (r: Rung): string => `Tries ${r.moves.map(moveWords).join(', ')}. Forecast: ${r.effect}.`

function take(r: Rung): void {
  dough.replaceDraft(r.draft)
  note(tries(r))
  done.value = `${tries(r)} It is in the draft; undo takes it back.`
}
async function keep(r: Rung): Promise<void> {
  failed.value = ''
  try {
    kept.value = [...kept.value, await dough.keepBeside(r.draft, tries(r).slice(0, 400))]
    done.value =
      kept.value.length === 1
        ? `Kept as version ${kept.value[0]}; the draft stays. Keep another rung to bake the two beside each other.`
        : `Kept as versions ${kept.value.join(' and ')}; the draft stays.`
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    failed.value = problemWords(error)
  }
}
/** Which two versions tasters could be asked to tell apart: the two kept, or the one before and the one kept. */
const toTell = computed(() => {
  const last = kept.value.at(-1)
  const before =
    kept.value.length > 1
      ? kept.value.at(-2)
      : (dough.record.value?.versions ?? [])
          .map((v) => v.number)
          .filter((n) => !kept.value.includes(n))
          .at(-1)
  return last === undefined || before === undefined
    ? null
    : { first: before, second: last, settles: `whether version ${last} goes on` }
})
/** The dough's own colour, as the cookie column has it. */
const fill = computed(() => dough.preview.value?.forecast?.hex_middle ?? null)
const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
</script>

<template>
  <section class="ladder stage panel" aria-label="Next">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
    </header>
    <LockRow v-model="locks" :locks="answer?.locks ?? []">
      <label class="small-words"
        ><input v-model="minding.forgiving" type="checkbox" /> count everyday slips in</label
      >
      <label class="small-words"><input v-model="minding.whole_eggs" type="checkbox" /> whole eggs</label>
    </LockRow>
    <div class="body">
      <p v-if="problem || failed" class="alert-words" role="alert">▲ {{ failed || problem }}</p>
      <p v-if="!answer && !problem" class="small-words" role="status">baking every set of changes …</p>
      <p v-if="answer?.reason">{{ answer.reason }}</p>
      <div v-if="done" class="note" aria-live="polite">
        <p>{{ done }}</p>
        <RouterLink
          v-for="n in kept"
          :key="n"
          class="btn btn-sm btn-outline-primary"
          :to="{ name: 'sheet', query: { version: n } }"
          >Bench sheet {{ n }}</RouterLink
        >
        <RouterLink
          v-if="toTell"
          class="btn btn-sm btn-outline-primary"
          :to="{ name: 'panels', query: toTell }"
          >Ask tasters</RouterLink
        >
        <BButton size="sm" variant="outline-primary" @click="router.push({ name: 'versions' })"
          >See the versions</BButton
        >
      </div>
      <template v-if="answer?.rungs.length && rung">
        <h3 class="lead">{{ answer.words }}</h3>
        <div v-if="answer.first" class="note first">
          <p>{{ answer.first }}</p>
          <BButton size="sm" variant="outline-primary" @click="router.push({ name: answer.first_at })">{{
            FIRST_AT[answer.first_at]
          }}</BButton>
        </div>
        <div v-if="dough.preview.value?.needs_state === 'breaks'" class="note">
          <p>A line breaks a need of the target. Changes of amounts don't mend that; swaps do.</p>
          <BButton size="sm" variant="outline-primary" @click="router.push({ name: 'swaps' })">Swaps</BButton>
        </div>
        <div class="two">
          <div class="rungs" role="radiogroup" aria-label="How many changes">
            <label
              v-for="(x, n) in all"
              :key="x.name"
              :class="{ on: n === at, thin: x.thin, apart: x.apart }"
            >
              <input
                type="radio"
                name="rung"
                class="visually-hidden"
                :checked="n === at"
                @change="picked = n"
              />
              <b>{{ x.name }}</b>
              <span class="gain fig"
                >{{ fixed(x.rung.from_steps, 1) }} → {{ fixed(x.rung.expected, 1) }}</span
              >
              <span class="words">{{ x.words }}</span>
            </label>
            <p class="small-words">
              Right: <TermWord name="clear_miss">clear misses</TermWord> from the target, now and expected
              with what effects may be off by, and what is beyond the brief's limits.
              {{ answer.stops }}
            </p>
          </div>
          <div class="shown">
            <ul class="moves">
              <li v-for="m in rung.moves" :key="m.key">
                {{ named(m) }}
                <span v-if="m.after !== null" class="fig"
                  >{{ figure(m.before, m.unit) }} → <b>{{ figure(m.after, m.unit) }}</b></span
                >&nbsp;<span class="unit">{{ m.unit }}</span>
              </li>
            </ul>
            <ChangeDrawing
              :now="answer.now_outline"
              :then="rung.outline"
              :target="answer.target_outline"
              :fill="fill"
              :words="`Side view to scale: ${rung.effect}`"
            />
            <p class="small-words legend">
              <i class="was" :style="fill ? { background: fill } : {}" aria-hidden="true" /> today
              <i class="is" aria-hidden="true" /> changed <i class="to" aria-hidden="true" /> target; fine
              lines 1 mm
            </p>
            <p>
              {{ sentence(rung.effect)
              }}<template v-if="rung.tasted.length">; to the taste {{ rung.tasted.join(', ') }}</template
              >.
            </p>
            <BriefStands v-if="rung.brief.length" :standings="rung.brief" />
            <p v-if="rung.still_out.length" class="small-words">
              Still out of reach: {{ rung.still_out.join(', ') }}.
            </p>
            <p v-if="rung.side_effects.length" class="alert-words">△ {{ rung.side_effects.join(', ') }}</p>
            <p v-if="rung.strange.length" class="small-words">
              △ Goes beyond what was baked: {{ rung.strange.join('; ') }}. There the forecast rests on the
              model alone.
            </p>
            <p v-if="rung.noticed" class="small-words">{{ rung.noticed }}</p>
            <p v-if="rung.mind.length" class="small-words">Mind: {{ rung.mind.join('; ') }}.</p>
            <div class="acts">
              <BButton variant="primary" @click="take(rung)">Try it</BButton>
              <BButton variant="outline-primary" @click="keep(rung)"
                >Keep as a version beside the draft</BButton
              >
            </div>
            <details>
              <summary>What it does to each measure</summary>
              <EffectBars :changes="rung.changes" />
              <p class="small-words">
                Dot: what changes; bar: where it lies 8 times in 10. {{ answer.basis }}
                {{ answer.looked_at }} sets of changes were baked through the model: every one and every two
                over a grid of sizes, more grown from the best. All within the style's usual amounts and what
                a bench can weigh.
                <template v-if="answer.floor !== null"
                  >Everything free together would come to {{ fixed(answer.floor, 1) }} clear misses at best,
                  reckoned in straight lines.</template
                >
              </p>
            </details>
          </div>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped src="./next.css" />
<style scoped>
.two {
  grid-template-columns: 262px minmax(0, 1fr);
}
.rungs label {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  padding: 7px 10px;
  border: 1px solid var(--graph-strong);
  border-bottom-width: 0;
  cursor: pointer;
}
.rungs label.apart {
  margin-top: 8px;
}
.rungs label:last-of-type {
  border-bottom-width: 1px;
}
.rungs label.on {
  background: var(--cobalt-wash);
  box-shadow: inset 4px 0 0 var(--cobalt);
}
.rungs label.thin b,
.rungs label.thin .words {
  font-weight: 400;
  color: var(--ink-2);
}
.rungs label:focus-within {
  outline: 2px solid var(--cobalt);
  outline-offset: 1px;
}
.words,
.rungs .small-words {
  grid-column: 1 / -1;
}
.rungs .words {
  font-size: 0.875rem;
}
.rungs > p {
  margin-top: 8px;
}
.moves {
  list-style: none;
  padding: 0;
  margin: 0 0 6px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
  font-size: 1.0625rem;
}
p {
  margin-bottom: 4px;
}
.legend i {
  display: inline-block;
  width: 18px;
  height: 0;
  margin: 0 3px 3px 10px;
  vertical-align: middle;
}
.legend .was {
  height: 10px;
  margin-left: 0;
  background: var(--butter);
  opacity: 0.6;
}
.legend .is {
  border-top: 2.4px solid var(--ink);
}
.legend .to {
  border-top: 2.4px dotted var(--cobalt);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin: 8px 0;
}
summary {
  cursor: pointer;
  color: var(--cobalt);
}
</style>
