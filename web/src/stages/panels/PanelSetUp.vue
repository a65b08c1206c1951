<script setup lang="ts">
import { StorageSerializers, useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useAsk } from '@/api/ask'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { typed } from '@/ui/typed'
import LaidOutCookies from './LaidOutCookies.vue'
import PanelSamples from './PanelSamples.vue'
import { usePanelQuestions } from './questions'
import { sampleOf, type LaidOut } from './samples'

/** What a panel asks, of which samples, and how many tasters that takes. */
const emit = defineEmits<{ made: [Schemas['PanelOut']] }>()
const dough = theDough()
const { data: offered } = usePanelQuestions()
const { quantities } = useReference()
const ABOUT = [
  { key: 'difference', name: 'Can they be told apart?' },
  { key: 'attribute', name: 'Which has more of something?' },
  { key: 'liking', name: 'Which is liked?' },
  { key: 'description', name: 'How is it?' },
]
const versions = computed(() => [...(dough.record.value?.versions ?? [])].map((v) => v.number).reverse())
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
      ? brought.map(sampleOf)
      : [sampleOf(versions.value[1] ?? null), sampleOf(versions.value[0] ?? null)],
  tasters: '24',
  scales: [] as string[],
  attribute: '',
  serve_c: '22',
  half: true,
  mask: 'none',
  warm_up: false,
  ages_differ: '',
  d: '1.5',
  references: [] as LaidOut[],
  twice: false,
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
    form.value.samples = [sampleOf(now[1] ?? null), sampleOf(now[0] ?? null)]
})
const ofKind = (about: string) => (offered.value?.questions ?? []).filter((q) => q.about === about)
watch(asked, (q) => {
  if (!q) return
  const now = form.value.samples
  while (now.length < q.fewest) now.push(sampleOf(versions.value[now.length] ?? null))
  while (now.length > q.most) now.pop()
})
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
            twice: f.twice && asked.value?.scored === true,
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
      <PanelSamples
        v-model="form.samples"
        :fewest="asked?.fewest ?? form.samples.length"
        :most="asked?.most ?? form.samples.length"
      />
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
      <LaidOutCookies
        v-if="asked?.key === 'scales' && form.scales.length"
        v-model="form.references"
        :scales="form.scales"
      />
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
      <label v-if="asked?.scored" class="tick"
        ><input v-model="form.twice" type="checkbox" /> one sample a second time, under another code: it tells
        how sure a taster is</label
      >
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
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: end;
}
.age {
  flex: 0 0 76px !important;
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
@media (max-width: 900px) {
  .set-up {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
