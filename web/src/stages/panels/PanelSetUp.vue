<script setup lang="ts">
import { StorageSerializers, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useBakes, useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { day } from '@/ui/format'
import { typed } from '@/ui/typed'
import { usePanelQuestions } from './questions'

/** What a panel asks, of which samples, and how many tasters that takes. */
const emit = defineEmits<{ made: [Schemas['PanelOut']] }>()
const dough = theDough()
const { data: offered } = usePanelQuestions()
const { data: reference, quantities } = useReference()
const ABOUT = [
  { key: 'difference', name: 'Can they be told apart?' },
  { key: 'attribute', name: 'Which has more of something?' },
  { key: 'liking', name: 'Which is liked?' },
  { key: 'description', name: 'How is it?' },
]
const versions = computed(() => [...(dough.record.value?.versions ?? [])].map((v) => v.number).reverse())
interface Sample {
  name: string
  version: number | null
  bake: number | null
  age_h: string
  holds: string
}
const sample = (version: number | null): Sample => ({
  name: version === null ? '' : `Version ${version}`,
  version,
  bake: null,
  age_h: '',
  holds: '',
})
/** What was baked lately can be on the table; its version comes with it. */
const { data: results } = useBakes(dough.id)
const bakes = computed(() => results.value?.bakes ?? [])
/** Two versions that somebody wants told apart, and what hangs on it: brought along from another stage. */
const { query } = useRoute()
const brought = ['first', 'second'].map((k) => Number(query[k])).filter((n) => Number.isInteger(n) && n > 0)
const broughtAbout = typeof query['settles'] === 'string' ? query['settles'].slice(0, 160) : ''
const fresh = () => ({
  name: '',
  question: 'triangle',
  settles: broughtAbout,
  samples:
    brought.length === 2
      ? brought.map(sample)
      : [sample(versions.value[1] ?? null), sample(versions.value[0] ?? null)],
  tasters: '24',
  scales: [] as string[],
  attribute: '',
  serve_c: '22',
  half: true,
  mask: 'none',
  warm_up: false,
  ages_differ: '',
  d: '1.5',
  references: [] as { name: string; scale: string; value: number }[],
})
/** What was set up and not kept yet, so that nothing typed is lost. */
const begun = useLocalStorage<ReturnType<typeof fresh> | null>(`tarte-panel-${dough.id.value}`, null, {
  serializer: StorageSerializers.object,
})
// What is brought along is a panel of its own; what was begun before waits, and is not written over.
const takenUp = ref(begun.value !== null && brought.length !== 2)
const form = ref({ ...fresh(), ...(takenUp.value ? begun.value : null) })
function startAfresh(): void {
  begun.value = null
  takenUp.value = false
  form.value = fresh()
}
const asked = computed(() => offered.value?.questions.find((q) => q.key === form.value.question) ?? null)
// The two newest versions, once they are there and nothing was chosen by hand.
watch(versions, (now) => {
  if (now.length && form.value.samples.every((s) => s.version === null && s.name === ''))
    form.value.samples = [sample(now[1] ?? null), sample(now[0] ?? null)]
})
const ofKind = (about: string) => (offered.value?.questions ?? []).filter((q) => q.about === about)
watch(asked, (q) => {
  if (!q) return
  const now = form.value.samples
  while (now.length < q.fewest) now.push(sample(versions.value[now.length] ?? null))
  while (now.length > q.most) now.pop()
})
/** A sample is picked as “v3” (a version), “b12” (a bake) or nothing (elsewhere). */
const pickOf = (s: Sample): string => (s.bake ? `b${s.bake}` : s.version === null ? '' : `v${s.version}`)
function pick(n: number, text: string): void {
  const was = form.value.samples[n]
  if (!was) return
  const named = was.name === '' || /^(Version|Bake) \d+$/.test(was.name)
  const baked = text.startsWith('b') ? bakes.value.find((b) => b.number === Number(text.slice(1))) : undefined
  const next = baked
    ? {
        ...sample(baked.batch.version),
        name: `Bake ${baked.number}`,
        bake: baked.number,
        age_h: ageOf(baked.baked_on),
      }
    : sample(text.startsWith('v') ? Number(text.slice(1)) : null)
  form.value.samples[n] = { ...was, ...next, holds: was.holds, name: named ? next.name : was.name }
}
/** A bake of another day is so many days old; of today's only the cook knows the hour. */
function ageOf(bakedOn: string): string {
  const days = Math.round((Date.now() - new Date(`${bakedOn}T12:00`).getTime()) / 86_400_000)
  return days > 0 ? String(24 * days) : ''
}
/** Cookies that lie open: each stands for a point of a scale that is asked. */
const askedScales = computed(() =>
  (reference.value?.scales ?? []).filter((s) => form.value.scales.includes(s.key)),
)
function layOut(): void {
  const scale = askedScales.value[0]
  const point = scale?.points[Math.floor(scale.points.length / 2)]
  if (scale && point) form.value.references.push({ name: '', scale: scale.key, value: point.value })
}
function standFor(n: number, text: string): void {
  const [scale = '', value = ''] = text.split(' ')
  const was = form.value.references[n]
  if (was) form.value.references[n] = { ...was, scale, value: Number(value) }
}
const number = (text: string): number => typed(text) ?? NaN
const { answer: needs } = useAsk(
  () => [asked.value?.key, form.value.d, form.value.tasters],
  () => {
    const [d, tasters] = [number(form.value.d), number(form.value.tasters)]
    return asked.value && d > 0
      ? api.tastersNeeded({
          params: {
            query: { question: form.value.question, d, tasters: Number.isInteger(tasters) ? tasters : 0 },
          },
        })
      : null
  },
)
const problem = ref('')
/** Whether ages were refused: then why they differ can be said. */
const agesApart = ref(false)
const busy = ref(false)
/** What is sent again is the same panel; what was changed since is another. */
const freshKey = (): string => `panel-${crypto.randomUUID()}`
let key = freshKey()
watch(
  form,
  (now) => {
    key = freshKey()
    if (brought.length !== 2) begun.value = JSON.stringify(now) === JSON.stringify(fresh()) ? null : now
  },
  { deep: true },
)
const optional = (text: string): number | null => (text.trim() === '' ? null : (typed(text) ?? null))

async function keep(): Promise<void> {
  problem.value = ''
  const f = form.value
  const tasters = number(f.tasters)
  if (!Number.isInteger(tasters) || tasters < 1) {
    problem.value = 'How many tasters? Type a whole number.'
    return
  }
  const ages = f.samples.map((s) => optional(s.age_h))
  if ([...ages, optional(f.serve_c)].some((v) => Number.isNaN(v))) {
    problem.value = 'Ages are hours and the temperature is in °C: type numbers, or leave them empty.'
    return
  }
  busy.value = true
  try {
    emit(
      'made',
      await api.setUpPanel({
        params: { path: { dough_id: dough.id.value } },
        body: {
          key,
          name: f.name,
          said: {
            question: f.question,
            samples: f.samples.map((s, n) => ({
              name: s.name.trim() || `Sample ${n + 1}`,
              version: s.version,
              bake: s.bake ?? null,
              age_h: ages[n] ?? null,
              holds: s.holds,
            })),
            tasters,
            settles: f.settles.trim(),
            scales: f.scales,
            attribute: f.attribute,
            serve_c: optional(f.serve_c),
            half: f.half,
            mask: f.mask,
            warm_up: f.warm_up,
            ages_differ: f.ages_differ,
            references: asked.value?.key === 'scales' ? f.references : [],
          },
        },
      }),
    )
    if (brought.length !== 2) begun.value = null
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
    agesApart.value = 'ages_differ' in error.byField
  }
  busy.value = false
}
</script>

<template>
  <form class="set-up" autocomplete="off" @submit.prevent="keep">
    <div class="left">
      <p v-if="takenUp" class="small-words">
        Taken up where it was left.
        <BButton size="sm" variant="link" @click="startAfresh">Start afresh</BButton>
      </p>
      <label class="f name"
        ><span>What is it about?</span>
        <BFormInput v-model="form.name" size="sm" maxlength="120" placeholder="Does the egg-free one show?" />
      </label>
      <label class="f name"
        ><span>What hangs on it? (a swap, a step; can stay empty)</span>
        <BFormInput
          v-model="form.settles"
          size="sm"
          maxlength="160"
          placeholder="whether the flax gel stays"
        />
      </label>
      <fieldset v-for="a in ABOUT" :key="a.key" class="about">
        <legend>{{ a.name }}</legend>
        <label v-for="q in ofKind(a.key)" :key="q.key" class="q" :class="{ on: q.key === form.question }"
          ><input v-model="form.question" type="radio" name="question" :value="q.key" />
          <b>{{ q.label }}</b><span v-if="q.key === form.question" class="small-words says">{{
            q.says
          }}</span></label
        >
      </fieldset>
    </div>
    <div class="right">
      <h3>Samples</h3>
      <div v-for="(s, n) in form.samples" :key="n" class="sample">
        <label class="f"
          ><span>from</span>
          <select
            class="form-select form-select-sm"
            :value="pickOf(s)"
            :aria-label="`Sample ${n + 1} from`"
            @change="pick(n, ($event.target as HTMLSelectElement).value)"
          >
            <option v-for="v in versions" :key="v" :value="`v${v}`">version {{ v }}</option>
            <option v-for="b in bakes" :key="`b${b.number}`" :value="`b${b.number}`">
              bake {{ b.number }}, {{ day(b.baked_on) }}, version {{ b.batch.version }}
            </option>
            <option value="">elsewhere</option>
          </select></label
        >
        <label class="f"
          ><span>called</span
          ><BFormInput v-model="s.name" size="sm" maxlength="60" :aria-label="`Sample ${n + 1} called`"
        /></label>
        <label class="f age"
          ><span>age, h</span
          ><BFormInput
            v-model="s.age_h"
            size="sm"
            class="fig"
            inputmode="decimal"
            :aria-label="`Sample ${n + 1}, hours from oven to table`"
        /></label>
        <label v-if="s.version === null" class="f holds"
          ><span>what it holds</span
          ><BFormInput
            v-model="s.holds"
            size="sm"
            maxlength="300"
            placeholder="wheat, milk, egg"
            :aria-label="`What sample ${n + 1} holds`"
        /></label>
      </div>
      <div class="acts">
        <BButton
          v-if="asked && form.samples.length < asked.most"
          size="sm"
          variant="outline-primary"
          @click="form.samples.push(sample(null))"
          >Another sample</BButton
        >
        <BButton
          v-if="asked && form.samples.length > asked.fewest"
          size="sm"
          variant="outline-primary"
          @click="form.samples.pop()"
          >One fewer</BButton
        >
      </div>
      <label v-if="asked?.about === 'attribute'" class="f"
        ><span>which attribute? sample 2 is expected to have more</span
        ><BFormInput v-model="form.attribute" size="sm" maxlength="40" placeholder="crunch"
      /></label>
      <fieldset v-if="asked?.by_scales" class="scales">
        <legend>Which scales? The first you choose is the question.</legend>
        <label v-for="k in offered?.scales ?? []" :key="k"
          ><input v-model="form.scales" type="checkbox" :value="k" />
          {{ quantities.get(k)?.label ?? k }}</label
        >
      </fieldset>
      <template v-if="asked?.key === 'scales' && form.scales.length">
        <div v-for="(r, n) in form.references" :key="n" class="sample">
          <label class="f"
            ><span>lies open</span
            ><BFormInput
              v-model="r.name"
              size="sm"
              maxlength="60"
              placeholder="bread-shop rusk"
              :aria-label="`Cookie ${n + 1} to compare with`"
          /></label>
          <label class="f"
            ><span>stands for</span
            ><select
              class="form-select form-select-sm"
              :value="`${r.scale} ${r.value}`"
              :aria-label="`What cookie ${n + 1} stands for`"
              @change="standFor(n, ($event.target as HTMLSelectElement).value)"
            >
              <optgroup v-for="s in askedScales" :key="s.key" :label="s.label">
                <option v-for="p in s.points" :key="p.value" :value="`${s.key} ${p.value}`">
                  {{ p.word }}
                </option>
              </optgroup>
            </select></label
          >
          <BButton size="sm" variant="link" @click="form.references.splice(n, 1)"
            >off<span class="visually-hidden">: {{ r.name || 'this cookie' }}</span></BButton
          >
        </div>
        <BButton v-if="form.references.length < 8" size="sm" variant="outline-primary" @click="layOut"
          >A cookie to compare with</BButton
        >
      </template>
      <label v-if="form.ages_differ || agesApart" class="f"
        ><span>why ages differ</span
        ><BFormInput v-model="form.ages_differ" size="sm" maxlength="200" placeholder="it is the question"
      /></label>
      <h3>At the table</h3>
      <div class="row">
        <label class="f age"
          ><span>at, °C</span><BFormInput v-model="form.serve_c" size="sm" class="fig" inputmode="decimal"
        /></label>
        <label class="f"
          ><span>hidden</span>
          <select v-model="form.mask" class="form-select form-select-sm">
            <option v-for="m in offered?.masks ?? []" :key="m.key" :value="m.key">{{ m.words }}</option>
          </select></label
        >
      </div>
      <label class="tick"><input v-model="form.half" type="checkbox" /> half a cookie each</label>
      <label class="tick"><input v-model="form.warm_up" type="checkbox" /> a warm-up piece first</label>
      <h3>Tasters</h3>
      <div class="row">
        <label class="f age"
          ><span>how many</span
          ><BFormInput v-model="form.tasters" size="sm" class="fig" inputmode="numeric" aria-label="Tasters"
        /></label>
        <p v-if="asked?.counted" class="small-words needs">
          To find a difference of d′
          <input v-model="form.d" class="form-control form-control-sm fig" aria-label="Difference, d′" />
          in 8 of 10 panels it takes
          <b class="fig">{{ needs ? (needs.always ?? 'over 400') : '…' }}</b> tasters<template
            v-if="needs?.least && needs.least !== needs.always"
          >
            (the least that can is {{ needs.least }})</template
          >.
          <template v-if="needs?.critical"
            >Of {{ form.tasters }}, {{ needs.critical }} have to be right.</template
          >
          d′
          {{
            offered?.sizes
              .slice(1, 3)
              .map((x) => `${x.d} is ${x.word}`)
              .join(', ')
          }}.
        </p>
      </div>
      <p class="small-words">
        △ Baked cookies only: raw dough never goes on a panel. Tasters are told what all samples hold before
        they get a code. Local rules go first.
      </p>
      <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
      <BButton type="submit" variant="primary" :disabled="busy">Keep this panel</BButton>
    </div>
  </form>
</template>

<style scoped>
.set-up {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 22px;
}
fieldset {
  margin: 8px 0 0;
}
legend {
  font-size: 0.9375rem;
  font-weight: 650;
  margin: 0 0 2px;
}
.q {
  display: block;
  padding: 2px 6px;
  border-left: 3px solid transparent;
}
.q b {
  margin-left: 6px;
  font-weight: 500;
}
.q.on b {
  font-weight: 650;
}
.says {
  display: block;
  margin-left: 22px;
}
.q.on {
  background: var(--butter-wash);
  border-left-color: var(--butter);
}
h3 {
  font-size: 1rem;
  margin: 10px 0 4px;
}
h3:first-child {
  margin-top: 0;
}
.f > span {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.name {
  display: block;
}
.sample,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
}
.sample .f {
  flex: 1 1 120px;
}
.sample .age,
.age {
  flex: 0 0 76px !important;
}
.holds {
  flex-basis: 100% !important;
}
.row .f {
  flex: 1 1 200px;
}
.needs {
  flex: 1 1 240px;
  margin: 0;
}
.needs input {
  display: inline-block;
  width: 56px;
}
.needs b {
  font-size: 1.0625rem;
}
.tick,
.scales label {
  display: inline-block;
  margin: 6px 14px 0 0;
}
.acts {
  display: flex;
  gap: 8px;
  margin: 6px 0;
}
@media (max-width: 900px) {
  .set-up {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
