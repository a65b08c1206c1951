<script setup lang="ts">
import { useReference } from '@/api/queries'
import TopBar from '@/ui/TopBar.vue'

/** How Tarte thinks, on one screen, and what its words mean. */
const { data: reference } = useReference()
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
        <h2>Habits</h2>
        <ul>
          <li v-for="r in RULES" :key="r">{{ r }}</li>
        </ul>
      </section>
      <section class="panel" aria-label="Words" tabindex="0">
        <h2>Words</h2>
        <dl>
          <template v-for="t in reference?.terms ?? []" :key="t.key">
            <dt>{{ t.word }}</dt>
            <dd>{{ t.meaning }}</dd>
          </template>
        </dl>
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
dl {
  display: grid;
  grid-template-columns: 9rem minmax(0, 1fr);
  gap: 4px 14px;
  margin: 6px 0 0;
  font-size: 0.9375rem;
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  dl {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
