<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { useFurnished } from '@/api/queries'
import { fixed, grams } from '@/ui/format'
import CoolingCurve from './CoolingCurve.vue'
import { thePlan } from './key'
import NumberBox from './NumberBox.vue'
import type { PlanDoc } from './usePlan'

type Keep = NonNullable<PlanDoc['keep']>[number]
const { look, plan, choices, edit, dough, id } = thePlan()
const { data: furnished } = useFurnished()
const queryClient = useQueryClient()
const forms = computed(() => Object.entries(choices.value?.forms ?? {}) as [Keep['form'], string][])
const colds = computed(() =>
  (furnished.value?.things ?? []).filter((t) => t.kind === 'cold' && t.retired_at === null),
)
const finishes = computed(() => plan.value.finishes ?? [])
const keeps = computed(() => plan.value.keep ?? [])
const pieces = computed(() => look.value?.pieces ?? 24)
const picked = ref('')
const said = ref('')
const wrong = ref('')

function addFinish(): void {
  if (picked.value)
    edit({ finishes: [...finishes.value, { id: picked.value, pieces: look.value?.baked ?? 1 }] })
  picked.value = ''
}
function setFinish(n: number, count: number | null): void {
  edit({
    finishes: finishes.value.flatMap((f, i) => (i === n ? (count ? [{ ...f, pieces: count }] : []) : [f])),
  })
}
function addKeep(): void {
  const freezer = colds.value.find((c) => c.facts['kind'] === 'freezer') ?? colds.value[0]
  const half = Math.max(Math.floor(pieces.value / 2), 1)
  edit({ keep: [...keeps.value, { form: 'balls', pieces: half, cold: freezer?.id ?? null }] })
}
function setKeep(n: number, change: Partial<Keep> | null): void {
  edit({ keep: keeps.value.flatMap((k, i) => (i === n ? (change ? [{ ...k, ...change }] : []) : [k])) })
}
const span = (hours: number): string =>
  hours < 48
    ? `${fixed(hours, 0)} h`
    : hours < 24 * 60
      ? `${fixed(hours / 24, 0)} days`
      : `${fixed(hours / 24 / 30, 1)} months`

async function putBy(n: number): Promise<void> {
  const k = keeps.value[n]
  if (!k) return
  said.value = wrong.value = ''
  try {
    const made = await api.putBy({
      body: {
        dough_id: dough.id.value,
        form: k.form,
        pieces: k.pieces,
        portion_g: look.value?.portions?.divided.sizes[0]?.portion_g ?? 1,
        cold_id: k.cold ?? null,
        made_at: new Date().toISOString(),
        finishes: k.form === 'baked' ? finishes.value.map((f) => f.id) : [],
        plan_id: id.value,
        key: crypto.randomUUID(),
      },
    })
    said.value = `${made.left} ${made.form_words} are in the larder: ${made.place}.`
    await askAnew(queryClient, 'larder')
  } catch (error) {
    wrong.value = words(error)
  }
}
</script>

<template>
  <div class="finish">
    <section aria-label="Finishes">
      <h3>Finish</h3>
      <p class="small-words">
        One bake can be split over several finishes; what is not finished stays plain. Each has the
        temperature at which it holds, by the forecast's cooling.
      </p>
      <div class="row">
        <select v-model="picked" class="form-select form-select-sm" aria-label="Finish to add">
          <option value="">pick a finish</option>
          <option v-for="f in choices?.finishes ?? []" :key="f.id" :value="f.id">{{ f.name }}</option>
        </select>
        <BButton size="sm" variant="outline-primary" :disabled="!picked" @click="addFinish">Add</BButton>
      </div>
      <CoolingCurve v-if="look?.cooling?.length" :curve="look.cooling" :finishes="look.finishes ?? []" />
      <article v-for="(f, n) in look?.finishes ?? []" :key="n" class="one">
        <header>
          <b>{{ f.finish.name }}</b>
          <NumberBox
            label="pieces"
            :value="f.pieces"
            :low="1"
            :high="pieces"
            whole
            @enter="setFinish(n, $event)"
          />
          <button type="button" class="plain" @click="setFinish(n, null)">
            out<span class="visually-hidden"> {{ f.finish.name }}</span>
          </button>
        </header>
        <p>
          <template v-if="f.all_g > 0"
            >{{ fixed(f.each_g, 1) }} g a piece, {{ grams(f.all_g) }} g taken up; ready
            {{ grams(f.work_with_g) }} g.
          </template>
          <template v-if="f.finish.when === 'hot' && f.from_min !== null"
            >From {{ fixed(f.from_min, 0)
            }}<template v-if="f.until_min !== null"> to {{ fixed(f.until_min, 0) }}</template> min after the
            pull.</template
          >
          <template v-else-if="f.finish.when === 'cold' && f.from_min !== null"
            >Cold enough {{ fixed(f.from_min, 0) }} min after the pull<template v-if="f.finish.set_min"
              >, set in {{ f.finish.set_min }} min</template
            >.</template
          >
        </p>
        <p v-for="w in f.words" :key="w" class="small-words">{{ w }}</p>
      </article>
    </section>
    <section aria-label="What is kept">
      <h3>Keep</h3>
      <p>
        <b>{{ look?.baked ?? '?' }} are baked</b> on the day<template v-if="keeps.length"
          >, the rest is kept as below</template
        >.
        <button type="button" class="plain" @click="addKeep">keep some back</button>
      </p>
      <article v-for="(k, n) in keeps" :key="n" class="one">
        <header>
          <NumberBox
            label="pieces"
            :value="k.pieces"
            :low="1"
            :high="pieces"
            whole
            @enter="$event && setKeep(n, { pieces: $event })"
          />
          <label class="small-words"
            >as
            <select
              class="form-select form-select-sm"
              :value="k.form"
              @change="setKeep(n, { form: ($event.target as HTMLSelectElement).value as Keep['form'] })"
            >
              <option v-for="[key, word] in forms" :key="key" :value="key">{{ word }}</option>
            </select></label
          >
          <label class="small-words"
            >in
            <select
              class="form-select form-select-sm"
              :value="k.cold ?? ''"
              @change="setKeep(n, { cold: Number(($event.target as HTMLSelectElement).value) || null })"
            >
              <option value="">the counter</option>
              <option v-for="c in colds" :key="c.id" :value="c.id">{{ c.name }}</option>
            </select></label
          >
          <button type="button" class="plain" @click="setKeep(n, null)">out</button>
        </header>
        <template v-for="told in look?.kept?.slice(n, n + 1) ?? []" :key="told.kept.form">
          <p>
            <b>Keeps {{ span(told.hours) }}</b
            >: {{ told.keeps_words }}
          </p>
          <p class="small-words">
            Takes {{ fixed(told.kept.area_cm2, 0) }} cm² of shelf.
            {{ told.kept.frozen?.words ?? told.kept.later }}
          </p>
          <BButton size="sm" variant="outline-primary" @click="putBy(n)"
            >It is made: put it in the larder</BButton
          >
        </template>
      </article>
      <p v-if="said" role="status" class="said">
        {{ said }} <RouterLink :to="{ name: 'larder' }">To the larder</RouterLink>
      </p>
      <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
      <p v-for="c in look?.cautions ?? []" :key="c" class="small-words">{{ c }}</p>
    </section>
  </div>
</template>

<style scoped>
.finish {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 26px;
}
h3 {
  font-size: 1.0625rem;
  margin: 0 0 2px;
}
p {
  margin: 0 0 4px;
}
.row {
  display: flex;
  gap: 8px;
  margin-bottom: 6px;
}
.one {
  border-top: 1px solid var(--rule);
  padding: 5px 0;
}
.one header {
  display: flex;
  gap: 10px;
  align-items: end;
}
.one header > :first-child {
  min-width: 5rem;
}
.one header .number {
  width: 5rem;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 2px 4px;
}
.said {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 4px 10px;
}
@media (max-width: 900px) {
  .finish {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
