<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/calls'
import AmountBox from '@/ui/AmountBox.vue'
import { theDough } from '@/dough/key'
import { choice } from '@/ui/format'
import { useAsk } from '@/api/ask'

const dough = theDough()
const flour = computed(() => dough.work.value?.draft.process?.flour_minutes)
const { answer, problem } = useAsk(
  () => [dough.work.value?.draft, dough.work.value?.style],
  () => {
    const work = dough.work.value
    if (!work) return null
    return api.mixing({
      body: { draft: work.draft, style: work.style, dough_id: dough.id.value, season: 'typical' },
    })
  },
)
</script>

<template>
  <div>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <div role="radiogroup" aria-label="Way of making the dough">
      <article v-for="m in answer?.methods ?? []" :key="m.method" :class="{ on: m.now }">
        <label>
          <input
            type="radio"
            name="method"
            :checked="m.now"
            @change="dough.edit({ op: 'process', field: 'method', value: m.method })"
          />
          <b>{{ choice(m.method) }}</b>
          <span class="small-words"
            >butter {{ m.zone_low_c }} to {{ m.zone_high_c }} °C, {{ m.mixer }}, {{ m.form.toLowerCase()
            }}<template v-if="m.effect">; forecast: {{ m.effect }}</template></span
          >
        </label>
        <ol v-if="m.now">
          <li v-for="s in m.order" :key="s">{{ s }}</li>
          <li v-if="m.also" class="small-words">{{ m.also.charAt(0).toUpperCase() + m.also.slice(1) }}.</li>
        </ol>
      </article>
    </div>
    <div v-if="answer" class="grid">
      <section>
        <h3>How the dough feels</h3>
        <p v-for="c in answer.consistency" :key="c">
          <b>{{ c.split(': ')[0] }}</b> <span class="small-words">{{ c.split(': ')[1] }}</span>
        </p>
      </section>
      <section>
        <h3>Cures on the spot</h3>
        <p v-for="c in answer.cures" :key="c" class="small-words">{{ c }}</p>
        <p class="small-words">△ {{ answer.over_mixing }}</p>
        <label class="on-flour"
          >Mixed on after the flour
          <AmountBox
            label="Minutes mixed on after the flour"
            :shown="flour == null ? '' : String(flour)"
            unit="min"
            :problem="dough.problemAt('process.flour_minutes')"
            @enter="dough.edit({ op: 'process', field: 'flour_minutes', value: $event })"
          />
        </label>
        <p class="small-words">
          What goes in belongs to the batch: type it as weighed when the bake is logged.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
article {
  border-bottom: 1px solid var(--rule);
  padding: 4px 6px;
  border-left: 3px solid transparent;
}
.on {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
label {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
label b {
  flex: none;
}
ol {
  margin: 4px 0 2px;
  padding-left: 2.6rem;
}
.on-flour {
  font-size: 0.8125rem;
}
.grid {
  display: grid;
  grid-template-columns: 1fr 1.2fr;
  gap: 20px;
}
h3 {
  font-size: 0.9375rem;
  margin: 10px 0 2px;
}
p {
  margin: 0 0 3px;
}
</style>
