<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import type { Schemas } from '@/api/client'
import { useAsk } from '@/api/ask'
import { fixed } from '@/ui/format'
import { partsOf } from '@/stages/stages'
import StageTabs from '@/ui/StageTabs.vue'
import NarrowBars from './NarrowBars.vue'
import { useNext } from './useNext'
import TermWord from '@/ui/TermWord.vue'

/** What could be done tonight, by what it tells in an hour; which result would change which decision. */
type Lesson = Schemas['TonightOut']
const { question, changes } = useNext()
const picked = ref(0)
const { answer, problem } = useAsk(changes, () => {
  const body = question()
  return body && api.teachesMost({ body })
})
watch(answer, () => (picked.value = 0))
const lesson = computed<Lesson | null>(() => answer.value?.lessons[picked.value] ?? null)
const most = computed(() => Math.max(1e-9, ...(answer.value?.lessons ?? []).map((x) => x.an_hour)))
const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const often = (chance: number): string =>
  chance > 0.4 ? 'about 1 time in 2' : `about 1 time in ${Math.round(1 / chance)}`
</script>

<template>
  <section class="teaches stage panel" aria-label="Teaches most">
    <header>
      <h2>Next</h2>
      <StageTabs label="Parts of Next" :tabs="partsOf('next')" />
    </header>
    <div class="body">
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <p v-if="!answer && !problem" class="small-words" role="status">
        baking what could be done in every kitchen this may be …
      </p>
      <p v-if="answer?.reason">{{ answer.reason }}</p>
      <template v-if="answer?.lessons.length && lesson">
        <h3 class="lead">{{ answer.words }}</h3>
        <p class="small-words">
          As things stand the next step is <b>{{ answer.best }}</b>. Minutes are somebody’s own<template
            v-if="answer.rest"
            >, {{ answer.rest }}</template
          >.
        </p>
        <div v-if="answer.changed" class="note">
          <p><b>What the last learning changed</b>, {{ answer.changed }}</p>
        </div>
        <div class="two">
          <div class="lessons" role="radiogroup" aria-label="What could be done">
            <label v-for="(x, n) in answer.lessons" :key="n" :class="{ on: n === picked }">
              <input
                type="radio"
                name="lesson"
                class="visually-hidden"
                :checked="n === picked"
                @change="picked = n"
              />
              <span class="name">{{ sentence(x.name) }}</span>
              <span class="bar" aria-hidden="true"
                ><i :style="{ width: `${(100 * x.an_hour) / most}%` }"
              /></span>
              <span class="small-words"
                ><b class="fig">{{ fixed(x.an_hour, 1) }}</b> bits an hour, {{ fixed(x.minutes, 0) }} min;
                reads {{ x.reads }}</span
              >
            </label>
          </div>
          <div>
            <h4>How sure it is then</h4>
            <NarrowBars :measures="lesson.narrowed" />
            <h4>What would change the next step</h4>
            <p v-if="!lesson.flips.length">
              Nothing that is likely to come out: the next step stays <b>{{ answer.best }}</b>.
            </p>
            <ul>
              <li v-for="f in lesson.flips" :key="f.words">
                If {{ f.words }} ({{ often(f.chance) }}): rather <b>{{ f.then }}</b>
              </li>
            </ul>
            <p class="small-words">
              Knowing it is expected to bring the next cookie {{ fixed(lesson.gain, 2) }}
              <TermWord name="clear_miss">clear misses</TermWord> nearer.
            </p>
          </div>
        </div>
        <p class="small-words">
          By straight lines through the forecast in kitchens this may be; known finer than a tenth of a clear
          miss counts as known. Each result is told as if it came alone.
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped src="./next.css" />
<style scoped>
.two {
  grid-template-columns: minmax(0, 1.15fr) minmax(0, 1fr);
}
.lessons {
  display: flex;
  flex-direction: column;
}
label {
  display: block;
  padding: 5px 10px 6px;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--rule);
  cursor: pointer;
}
label.on {
  border-left-color: var(--cobalt);
  background: var(--enamel-2);
}
label:focus-within {
  outline: 2px solid var(--cobalt);
  outline-offset: -2px;
}
.name {
  font-weight: 600;
}
.bar {
  display: block;
  height: 6px;
  margin: 3px 0;
  background: var(--enamel-2);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--cobalt);
}
h4 {
  font-size: 1rem;
  margin: 0 0 4px;
}
ul {
  padding-left: 1.1rem;
  margin-bottom: 6px;
}
li {
  margin-bottom: 3px;
}
@media (max-width: 1150px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
