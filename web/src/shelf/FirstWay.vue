<script setup lang="ts">
import { usePutAway } from '@/session/usePutAway'

/** The way of a first dough, step by step, until somebody puts it aside for good. */
defineProps<{ doughs: number }>()
const FIRST = 'first-way'
const { away, known, put } = usePutAway()
const STEPS = [
  ['Start', 'paste a recipe, or pick a style'],
  ['Set a target', 'drag the cookie on the texture map to what you want'],
  ['Read three things', 'the sentence over the cookie, its side against the target, the minute to pull'],
  ['Keep it', 'a version is what a bake is of'],
  ['Bake and measure', 'a ruler and a scale are enough; then Learn'],
] as const
</script>

<template>
  <section v-if="known && doughs === 0 && !away(FIRST)" class="panel way" aria-label="Your first dough">
    <h2>Your first dough</h2>
    <ol>
      <li v-for="[what, how] in STEPS" :key="what">
        <b>{{ what }}</b> <span class="small-words">{{ how }}</span>
      </li>
    </ol>
    <p class="small-words">
      <RouterLink :to="{ name: 'how' }">How Tarte thinks</RouterLink> is one screen.
      <button type="button" class="btn btn-link btn-sm" @click="put(FIRST)">Put this aside</button>
    </p>
  </section>
</template>

<style scoped>
.way {
  padding: 12px 18px;
  margin-bottom: 12px;
}
h2 {
  font-size: 1.125rem;
  margin: 0 0 6px;
}
ol {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px 22px;
  margin: 0;
  padding-left: 1.2rem;
}
li::marker {
  color: var(--cobalt);
  font-weight: 700;
}
li span {
  display: block;
}
p {
  margin: 8px 0 0;
}
p a {
  text-decoration: underline;
}
</style>
