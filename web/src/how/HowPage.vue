<script setup lang="ts">
import { computed, ref } from 'vue'
import { useReference } from '@/api/queries'
import { usePutAway } from '@/session/usePutAway'
import TopBar from '@/ui/TopBar.vue'

/** How Tarte thinks, on one screen, and what its words mean. */
const { data: reference } = useReference()
const terms = computed(() => reference.value?.terms ?? [])
const { some, bringBack } = usePutAway()
/** The word whose meaning is shown; the first until one is pressed. */
const pressed = ref('')
const term = computed(() => terms.value.find((t) => t.key === pressed.value) ?? terms.value[0])
const STEPS: { title: string; text: string; where: string }[] = [
  {
    title: 'A target is a cookie',
    text: 'You say what the finished piece should be: width, height, rim, middle, bite, crumb, shade, and what it may hold or cost. Everything else is measured against it.',
    where: 'Target',
  },
  {
    title: 'A formula is grams, read as percent of flour',
    text: 'Each role has a usual band in its style. Outside it is no mistake; it is another cookie, and Tarte says which way it goes.',
    where: 'Formula',
  },
  {
    title: 'A bake is reckoned before it is baked',
    text: 'Heat goes in, butter melts, the dough runs until it sets, water leaves, the crust browns: minute by minute, from this formula in this oven. What comes out is a forecast with a range, never a promise.',
    where: 'the cookie at the left, Bake chart',
  },
  {
    title: 'Real bakes correct it',
    text: 'What you measure and taste says how your oven, tray and each dough differ from the usual. It is shown first, and counts once you take it into force.',
    where: 'Results, Learn',
  },
  {
    title: 'Change little, on purpose',
    text: 'Next shows the best one, two, three changes and where more stop paying, with what may be wrong about them priced in. One change a bake tells you what it did.',
    where: 'Next',
  },
  {
    title: 'Proof is blind',
    text: 'Who knows which is which tastes what they know. A panel draws codes by lot and says how often chance would do as well.',
    where: 'Results, Panels',
  },
]
const RULES = [
  'Unknown is not zero, and unsure is not met: an open amount or an unread label stays open.',
  'Every figure carries its unit; where it comes from is one press away.',
  'Rules of thumb are marked, and never mixed with what is worked out.',
  'Nothing you typed is lost: it is saved as you go, every version stays, and undo goes all the way back.',
  'Safety words are reminders with a reason. Local rules go first; nothing here declares a food safe.',
]
</script>

<template>
  <TopBar><span class="kitchen">How Tarte thinks</span></TopBar>
  <main id="main" class="how">
    <h1>How Tarte thinks</h1>
    <div class="two">
      <section class="panel" aria-label="The way of a cookie">
        <ol>
          <li v-for="s in STEPS" :key="s.title">
            <h2>{{ s.title }}</h2>
            <p>{{ s.text }}</p>
            <p class="small-words">Where: {{ s.where }}</p>
          </li>
        </ol>
      </section>
      <section class="panel" aria-label="Words and habits">
        <h2>Words</h2>
        <p class="words">
          <button
            v-for="t in terms"
            :key="t.key"
            type="button"
            :aria-pressed="t.key === term?.key"
            @click="pressed = t.key"
          >
            {{ t.word }}
          </button>
        </p>
        <p v-if="term" class="meaning" role="status">
          <b>{{ term.word }}</b> {{ term.meaning }}
        </p>
        <h2>Habits</h2>
        <ul>
          <li v-for="r in RULES" :key="r">{{ r }}</li>
        </ul>
        <p v-if="some" class="small-words">
          You have put hints away.
          <button type="button" class="btn btn-link btn-sm" @click="bringBack">Show them again</button>
        </p>
      </section>
    </div>
  </main>
</template>

<style scoped>
.kitchen {
  font-weight: 650;
}
.how {
  max-width: 1280px;
  margin: 0 auto;
  padding: 12px 16px;
}
h1 {
  font-size: 1.5rem;
  margin: 0 0 8px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
.panel {
  padding: 12px 20px;
}
h2 {
  font-size: 1rem;
  margin: 0 0 2px;
}
ol {
  padding-left: 1.2rem;
  margin: 0 0 10px;
}
ol li {
  margin-bottom: 5px;
}
ol p,
ul li {
  font-size: 0.9375rem;
  line-height: 1.35;
}
ol li::marker {
  color: var(--cobalt);
  font-weight: 700;
}
p {
  margin: 0;
}
ul {
  padding-left: 1.1rem;
  margin: 0;
}
.words {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin: 4px 0 6px;
}
.words button {
  padding: 1px 8px;
  border: 1px solid var(--graph-strong);
  border-radius: 4px;
  background: none;
  font: inherit;
  font-size: 0.875rem;
  color: var(--ink);
}
.words button[aria-pressed='true'] {
  border-color: var(--cobalt);
  background: var(--cobalt-wash);
  font-weight: 650;
}
.meaning {
  min-height: 6.6rem;
  padding-left: 10px;
  border-left: 3px solid var(--cobalt);
  margin-bottom: 12px;
  font-size: 0.9375rem;
}
.meaning b {
  display: block;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
