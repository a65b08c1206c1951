<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { fixed, grams, stepWord } from '@/ui/format'
import TinySide from './TinySide.vue'

type Candidate = Schemas['CandidateOut']
const props = defineProps<{
  line: Schemas['SwapLineOut']
  open: boolean
  before: readonly (readonly number[])[]
}>()
defineEmits<{ toggle: []; pick: [string] }>()

const SURE: Record<string, string> = { H: 'ratio well known', M: 'ratio a fair guide', L: 'ratio rough' }
const picked = computed(() => props.line.candidates.find((c) => c.rule === props.line.pick))
const wide = computed(() =>
  Math.max(100, ...props.line.candidates.flatMap((c) => c.outline.map(([x = 0]) => 2.2 * Math.abs(x)))),
)
const parts = (c: Candidate): string => c.parts.map((p) => `${grams(p.grams)} g ${p.name}`).join(' + ')
const off = (c: Candidate): string =>
  c.off
    .map(
      (o) => `${o.label.toLowerCase()} ${o.error > 0 ? '+' : '−'}${Math.abs(o.error).toFixed(1)} ${o.unit}`,
    )
    .join(', ')
const plain = (rule: string): boolean => rule === 'keep' || rule === 'out'
</script>

<template>
  <article class="swap" :class="{ open }">
    <h3>
      <button type="button" :aria-expanded="open" @click="$emit('toggle')">
        <span class="sign" :class="{ breaks: line.breaks }" aria-hidden="true">{{
          line.breaks ? '▲' : '△'
        }}</span>
        <span class="name"
          >{{ line.name }} <span class="fig">{{ line.grams === null ? '?' : grams(line.grams) }} g</span>
          <span v-if="line.step === 'top' || line.step === 'finish'" class="small-words"
            >on top, {{ stepWord(line.step) }}</span
          ></span
        >
        <span class="arrow">→ {{ picked?.name ?? 'nothing yet' }}</span>
      </button>
    </h3>
    <p class="marks small-words">
      <span v-for="m in line.marks" :key="m.need" :class="{ 'alert-words': m.standing === 'breaks' }"
        ><b v-if="line.marks.length > 1 || m.standing === 'unsure'">{{ m.label }}:</b> {{ m.words }}</span
      >
    </p>
    <p v-if="line.unsure && !line.breaks" class="marks small-words">
      <RouterLink :to="{ name: 'label' }">Tick what its label says</RouterLink>, or pick what stands in for
      it.
    </p>
    <p v-if="line.needs_amount" class="alert-words">
      ▲ Its amount is unknown, so nothing can be worked out. Fill it in on the formula.
    </p>
    <template v-else-if="open">
      <p v-if="line.missing.length" class="marks small-words">
        △ Nothing known here brings what it did for: {{ line.missing.join(', ').toLowerCase() }}. The first is
        the least bad.
      </p>
      <div role="radiogroup" :aria-label="`What stands in for ${line.name}`">
        <label
          v-for="c in line.candidates"
          :key="c.rule"
          class="candidate"
          :class="{ on: c.rule === line.pick }"
        >
          <input
            type="radio"
            :name="`swap-${line.line}`"
            :value="c.rule"
            :checked="c.rule === line.pick"
            @change="$emit('pick', c.rule)"
          />
          <TinySide v-if="c.outline.length" :shape="c.outline" :ghost="before" :fill="c.hex" :across="wide" />
          <span v-else class="blank" />
          <span class="what">
            <b>{{ c.name }}</b>
            <span>{{ c.words }}</span>
            <span v-for="l in c.labels" :key="l" class="unread"
              >△ unsure until the label of {{ l }} is read</span
            >
            <span v-if="c.brings.length" class="alert-words">▲ brings {{ c.brings.join('; ') }}</span>
            <details v-if="!plain(c.rule) && c.rule === line.pick" class="small-words">
              <summary>amounts, and how sure</summary>
              <span v-if="c.parts.length">{{ parts(c) }}.</span>
              <span>{{ SURE[c.confidence] }}, {{ c.source }}.</span>
              <span v-if="c.effect || c.reported"
                >Kitchens say: {{ [c.effect, c.reported].filter(Boolean).join('; ') }}.</span
              >
              <span v-if="off(c)">By itself short or over: {{ off(c) }}.</span>
            </details>
          </span>
          <span v-if="!plain(c.rule)" class="how small-words">
            <b :class="c.evidence.replace(' ', '-')">{{
              c.evidence === 'plausible' ? 'plausible, untested here' : c.evidence
            }}</b>
            <span v-if="c.tried">{{ c.tried }}</span>
            <span v-if="c.settled">{{ c.settled }}</span>
            <span>{{ c.taste }} taste<template v-if="!c.suits">, not for this style</template></span>
          </span>
          <span class="away"
            ><b class="fig">{{ fixed(c.disturbance, 1) }}</b
            ><span class="visually-hidden"> clear misses</span></span
          >
        </label>
      </div>
    </template>
  </article>
</template>

<style scoped>
.swap {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0 5px;
}
h3 {
  margin: 0;
  font-size: 0.9375rem;
}
h3 button {
  display: flex;
  gap: 8px;
  width: 100%;
  border: 0;
  background: none;
  padding: 2px 0;
  text-align: left;
  color: var(--ink);
  font-weight: 650;
}
h3 button:hover .name {
  text-decoration: underline;
}
.sign {
  color: var(--ink-2);
}
.sign.breaks {
  color: var(--alert);
}
.name {
  flex: none;
}
.arrow {
  color: var(--cobalt);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.marks {
  margin: 0 0 2px 22px;
  display: flex;
  flex-wrap: wrap;
  gap: 0 14px;
}
.candidate {
  display: grid;
  grid-template-columns: 16px 76px minmax(0, 1fr) 118px 30px;
  gap: 9px;
  align-items: center;
  padding: 4px 6px;
  border-left: 3px solid transparent;
  line-height: 1.22;
}
.candidate:hover {
  background: var(--enamel-2);
}
.candidate.on {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
.what,
.how {
  display: flex;
  flex-direction: column;
}
details span {
  display: block;
}
summary {
  cursor: pointer;
  color: var(--cobalt);
}
.tried-here {
  color: var(--cobalt);
}
.unread {
  font-size: 0.8125rem;
  font-weight: 650;
}
.away {
  grid-column: 5;
  text-align: right;
}
</style>
