<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { useFurnished, useRights } from '@/api/queries'
import { theDough } from '@/dough/key'
import { clock, day, fixed, grams } from '@/ui/format'

const dough = theDough()
const router = useRouter()
const queryClient = useQueryClient()
const may = useRights()
const wrong = ref('')
const busy = ref(false)
const { data: runs } = useQuery({
  queryKey: ['runs', () => dough.id.value],
  queryFn: () => api.runs({ params: { query: { dough_id: dough.id.value } } }),
})
const { data: plans } = useQuery({
  queryKey: ['plans', () => dough.id.value],
  queryFn: () => api.plans({ params: { path: { dough_id: dough.id.value } } }),
})
const coming = computed(() =>
  (plans.value?.plans ?? []).filter((p) => p.on >= (plans.value?.today ?? '')).reverse(),
)
const open = computed(() => (runs.value ?? []).filter((r) => r.closed_at === null))
const closed = computed(() => (runs.value ?? []).filter((r) => r.closed_at !== null))
const guess = reactive({ diameter_mm: '', height_mm: '', minutes: '', words: '' })
const shared = ref(false)
/** How fast time goes: as it does, or faster where there are only stand-ins to practise with. */
const speed = ref(1)
const { data: furnished } = useFurnished()
const practising = computed(() => {
  const devices = (furnished.value?.things ?? []).filter((t) => t.kind === 'device' && !t.retired_at)
  return devices.length > 0 && devices.every((d) => d.facts['how'] === 'simulated')
})
const has = computed(() => Object.values(guess).some((v) => v.trim() !== ''))
const p = computed(() => dough.work.value?.draft.process)

async function start(plan: number | null): Promise<void> {
  wrong.value = ''
  busy.value = true
  try {
    const made = await api.startRun({
      body: { dough_id: dough.id.value, plan_id: plan, key: crypto.randomUUID(), speed: speed.value },
    })
    if (has.value)
      await api.writeDown({
        params: { path: { run_id: made.id } },
        body: {
          events: [{ key: crypto.randomUUID(), what: 'guess', values: { ...guess, shared: shared.value } }],
        },
      })
    await askAnew(queryClient, 'runs', 'dough', 'shelf')
    await router.push({ name: 'run', params: { id: made.id } })
  } catch (error) {
    wrong.value = words(error)
  }
  busy.value = false
}
</script>

<template>
  <section class="bake stage panel" aria-label="Bake">
    <header>
      <h2>Bake</h2>
      <span class="small-words">the bench: one step at a time, and it writes the log itself</span>
    </header>
    <div class="body">
      <section v-if="may('record')" aria-label="Start">
        <h3>Go to the bench</h3>
        <p v-if="dough.preview.value">
          <b>{{ dough.work.value?.name }}</b><template v-if="p?.oven_c"
            >, {{ fixed(p.oven_c, 0) }} °C</template
          ><template v-if="p?.minutes">, {{ fixed(p.minutes, 1) }} min</template
          ><template v-if="p?.portion_g">, portions of {{ grams(p.portion_g) }} g</template>. A draft that no
          version holds is kept as one first.
        </p>
        <fieldset class="guess">
          <legend>
            Guess first, if you like
            <span class="small-words">shown beside forecast and bake afterwards</span>
          </legend>
          <label
            >width, mm
            <input
              v-model="guess.diameter_mm"
              class="form-control form-control-sm fig"
              inputmode="decimal"
              maxlength="8"
          /></label>
          <label
            >height, mm
            <input
              v-model="guess.height_mm"
              class="form-control form-control-sm fig"
              inputmode="decimal"
              maxlength="8"
          /></label>
          <label
            >minutes
            <input
              v-model="guess.minutes"
              class="form-control form-control-sm fig"
              inputmode="decimal"
              maxlength="8"
          /></label>
          <label class="wide"
            >in words <input v-model="guess.words" class="form-control form-control-sm" maxlength="120"
          /></label>
          <BFormCheckbox v-model="shared" class="small-words wide">the others may see it</BFormCheckbox>
        </fieldset>
        <fieldset v-if="practising" class="speed">
          <legend class="small-words">
            All devices here are stand-ins, so time may run faster, for practice
          </legend>
          <BFormRadioGroup
            v-model="speed"
            :options="[
              { text: 'as it does', value: 1 },
              { text: '10 times', value: 10 },
              { text: '60 times', value: 60 },
            ]"
            name="speed"
          />
        </fieldset>
        <div class="ways">
          <button
            v-for="x in coming"
            :key="x.id"
            type="button"
            class="way"
            :disabled="busy"
            @click="start(x.id)"
          >
            <b>By the plan for {{ day(x.on) }}</b>
            <span class="small-words"
              >{{ x.plan.pieces ?? '?' }} pieces, ready at {{ x.plan.ready ?? 'no hour' }}</span
            >
          </button>
          <button type="button" class="way" :disabled="busy" @click="start(null)">
            <b>Just as the formula stands</b>
            <span class="small-words">all of its dough, no hour</span>
          </button>
        </div>
        <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
      </section>
      <section aria-label="Runs">
        <h3>Under way</h3>
        <p v-if="runs && !open.length" class="small-words">Nothing is under way.</p>
        <RouterLink v-for="r in open" :key="r.id" class="way on" :to="{ name: 'run', params: { id: r.id } }">
          <b>{{ r.current }}</b>
          <span class="small-words"
            >version {{ r.version }}, begun {{ day(r.begun_at) }} {{ clock(r.begun_at) }} by
            {{ r.begun_by }}</span
          >
        </RouterLink>
        <template v-if="closed.length">
          <h3>Before</h3>
          <p v-for="r in closed" :key="r.id" class="old">
            {{ day(r.begun_at) }}, version {{ r.version }}, {{ r.begun_by }}:
            <RouterLink v-if="r.bake" :to="{ name: 'results' }">bake {{ r.bake }}</RouterLink
            ><template v-else>no bake</template>
            <a class="small-words" :href="`/api/runs/${r.id}/log.jsonl`" download>its log</a>
          </p>
        </template>
      </section>
    </div>
  </section>
</template>

<style scoped>
.body {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 26px;
  padding: 8px 14px;
}
h3 {
  font-size: 1.0625rem;
  margin: 4px 0;
}
.guess {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 4px 10px;
  margin-bottom: 10px;
}
.guess legend {
  font-size: 0.9375rem;
  grid-column: 1 / -1;
}
.wide {
  grid-column: 1 / -1;
}
.way {
  display: flex;
  flex-direction: column;
  width: 100%;
  min-height: 64px;
  justify-content: center;
  border: 1px solid var(--rule);
  border-left: 4px solid var(--cobalt);
  background: var(--enamel-2);
  color: var(--ink);
  text-align: left;
  padding: 6px 12px;
  margin-bottom: 8px;
  border-radius: 3px;
}
.way.on {
  border-left-color: var(--butter);
}
.old {
  margin: 0 0 4px;
}
@media (max-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
