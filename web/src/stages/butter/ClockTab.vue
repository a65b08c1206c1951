<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { clock, fixed } from '@/ui/format'
import { momentOf, span } from './times'
import { useAsk } from '@/api/ask'
import { useRoom } from './useRoom'

const props = defineProps<{ strip: Schemas['StripOut']; season: Schemas['Season'] }>()
const emit = defineEmits<{ now: [number | null] }>()
const dough = theDough()
const now = useNow({ interval: 1000 })
const piece = ref<string>('block')
const start = ref('4')
const room = useRoom()
const wrapped = ref(true)
const outAt = ref('')
const reading = ref('')
const feel = ref('')
const problem = ref('')
const said = ref<Schemas['AcceptOut'] | null>(null)

const { answer: look, problem: lookProblem } = useAsk(
  () => [piece.value, start.value, room.value, wrapped.value, props.season, props.strip.zone_low_c],
  () =>
    api.butterClock({
      body: {
        form: piece.value,
        start_c: start.value,
        room_c: room.value,
        wrapped: wrapped.value,
        season: props.season,
        low_c: props.strip.zone_low_c,
        high_c: props.strip.zone_high_c,
      },
    }),
)
const { answer: kept, again } = useAsk(
  () => [dough.id.value, dough.work.value?.draft.process?.method],
  () => api.butterOut({ params: { path: { dough_id: dough.id.value } } }),
)
const taken = computed(() => kept.value?.taken ?? null)
const left = computed(() =>
  taken.value?.ready_at ? (new Date(taken.value.ready_at).getTime() - now.value.getTime()) / 60000 : null,
)
/** Where it stands now: read off the answered curve, which has a point for every few minutes. */
const stands = computed(() => {
  const t = taken.value
  if (!t) return null
  const minute = (now.value.getTime() - new Date(t.out_at).getTime()) / 60000
  return t.curve.reduce<number[] | null>((best, p) => ((p[0] ?? 0) <= minute ? p : best), t.curve[0] ?? null)
})
watch(stands, (s) => emit('now', s?.[1] ?? null), { immediate: true })
const past = computed(
  () => taken.value?.past_at && new Date(taken.value.past_at).getTime() < now.value.getTime(),
)

async function takeOut(): Promise<void> {
  const at = outAt.value === '' ? new Date() : momentOf(outAt.value, new Date())
  if (at === null) {
    problem.value = 'Type the time as 09:10, or leave it empty for now.'
    return
  }
  await send(() =>
    api.takeButterOut({
      params: { path: { dough_id: dough.id.value } },
      body: {
        form: piece.value,
        start_c: start.value,
        room_c: room.value,
        wrapped: wrapped.value,
        season: props.season,
        out_at: at.toISOString(),
      },
    }),
  )
}

async function read(): Promise<void> {
  const typed = reading.value
  const done = await send(() =>
    api.readButter({
      params: { path: { dough_id: dough.id.value } },
      body: { temp_c: typed, feel: feel.value },
    }),
  )
  const at = kept.value?.taken?.readings.at(-1)?.[1]
  const work = dough.work.value
  if (!done || at === undefined || !work) return
  said.value = await api.withReading({
    body: { draft: work.draft, temp_c: at, style: work.style, dough_id: dough.id.value },
  })
  reading.value = ''
  feel.value = ''
}

async function send(asked: () => Promise<Schemas['ButterOutOut']>): Promise<boolean> {
  try {
    kept.value = await asked()
    problem.value = ''
    return true
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
    return false
  }
}

async function accept(): Promise<void> {
  if (!said.value) return
  if (await dough.edit({ op: 'butter', temp_c: said.value.butter_temp_c })) said.value = null
  again()
}
</script>

<template>
  <div class="clock">
    <form class="set" @submit.prevent="takeOut">
      <label
        >Form
        <BFormSelect v-model="piece" size="sm" aria-label="Form of the butter">
          <BFormSelectOption v-for="f in look?.forms ?? []" :key="f.form" :value="f.form">{{
            f.name
          }}</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >From
        <BFormSelect v-model="start" size="sm" aria-label="Where the butter comes from">
          <BFormSelectOption value="4">fridge, 4 °C</BFormSelectOption>
          <BFormSelectOption value="7">fridge door, 7 °C</BFormSelectOption>
          <BFormSelectOption value="-18">freezer, −18 °C</BFormSelectOption>
        </BFormSelect></label
      >
      <label
        >Room <span><BFormInput v-model="room" size="sm" aria-label="Room, °C" /> °C</span></label
      >
      <label
        >Out since
        <BFormInput v-model="outAt" size="sm" aria-label="Out since" placeholder="now" />
      </label>
      <label class="tick"><input v-model="wrapped" type="checkbox" /> wrapped</label>
      <BButton type="submit" size="sm" variant="primary">Start the clock</BButton>
    </form>
    <p v-if="problem || lookProblem" class="alert-words" role="alert">▲ {{ problem || lookProblem }}</p>
    <div v-if="taken" class="big" aria-live="off">
      <template v-if="taken.never"
        ><p class="alert-words never">▲ {{ taken.never }}</p></template
      >
      <template v-else>
        <p>
          <b class="huge fig">{{ taken.ready_at ? clock(taken.ready_at) : '–' }}</b>
          <span
            >{{
              left !== null && left > 0
                ? `ready, in ${span(left)}`
                : past
                  ? `too warm by now: ${span(look?.firm_min)} in the fridge, then look again`
                  : 'ready now'
            }}
            <span class="small-words"
              >{{ taken.form }}, out since {{ clock(taken.out_at) }} in {{ taken.room_c }} °C; ±{{
                span(
                  taken.low_late !== null && taken.low_early !== null
                    ? (taken.low_late - taken.low_early) / 2
                    : null,
                )
              }}<template v-if="taken.past_at">; too soft from {{ clock(taken.past_at) }}</template></span
            ></span
          >
        </p>
        <p v-if="stands">
          <b class="huge fig">{{ fixed(stands[1], 1) }}<small>°C</small></b>
          <span
            >by now on the whole<span class="small-words"
              >core {{ fixed(stands[2], 1) }} °C{{
                taken.readings.length ? ', reckoned on from your reading' : ', by conduction'
              }}</span
            ></span
          >
        </p>
      </template>
      <form class="reading" @submit.prevent="read">
        <label
          >Reading
          <BFormInput v-model="reading" size="sm" aria-label="Butter reading, °C" />
          °C</label
        >
        <label
          >or how it feels
          <BFormSelect v-model="feel" size="sm" aria-label="How the butter feels">
            <BFormSelectOption value="">–</BFormSelectOption>
            <BFormSelectOption v-for="f in strip.feels" :key="f.key" :value="f.key">{{
              f.feel
            }}</BFormSelectOption>
          </BFormSelect></label
        >
        <BButton type="submit" size="sm" variant="outline-primary">Enter it</BButton>
      </form>
      <div v-if="said" class="said">
        <p>
          <b>{{ fixed(said.butter_temp_c, 1) }} °C is {{ said.verdict }}</b>
        </p>
        <p>
          Forecast: {{ said.effect || 'no forecast'
          }}<template v-if="said.dough_temp_c !== null">; dough {{ fixed(said.dough_temp_c, 1) }} °C</template
          >.
        </p>
        <BButton size="sm" variant="primary" @click="accept"
          >Take {{ fixed(said.butter_temp_c, 1) }} °C for today’s batch</BButton
        >
      </div>
    </div>
    <template v-if="look">
      <p v-if="!taken" class="big one">
        <b class="huge fig">{{ look.to_low === null ? 'never' : span(look.to_low) }}</b>
        <span
          >{{ look.never || 'from taking it out until it is right on the whole'
          }}<span v-if="look.low_early !== null" class="small-words"
            >{{ span(look.low_early) }} to {{ span(look.low_late) }} in still air; half by a fan</span
          ></span
        >
      </p>
      <table class="forms">
        <caption class="small-words">
          Minutes in
          {{
            room
          }}
          °C to
          {{
            strip.zone_low_c
          }}
          °C, by form
        </caption>
        <tbody>
          <tr v-for="f in look.forms" :key="f.form" :class="{ on: f.form === piece }">
            <th scope="row">{{ f.name }}</th>
            <td class="fig">{{ f.minutes === null ? 'never' : span(f.minutes) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small-words">
        Too soft by three degrees? {{ span(look.firm_min) }} in the fridge firms this form again.
        {{ kept?.rule }}
      </p>
      <details>
        <summary class="small-words">Quicker ways, and how long it may stand</summary>
        <p v-for="p in kept?.practice ?? []" :key="p" class="small-words">△ {{ p }}</p>
        <p class="small-words">▲ {{ kept?.keep }}</p>
      </details>
    </template>
  </div>
</template>

<style scoped>
.set,
.reading {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: flex-end;
}
label {
  font-size: 0.8125rem;
  color: var(--ink-2);
}
input:not([type='checkbox']) {
  width: 62px;
  display: inline-block;
}
select {
  width: auto;
  max-width: 210px;
}
.reading label {
  display: flex;
  gap: 6px;
  align-items: center;
}
.big > p,
.one {
  display: flex;
  align-items: center;
  gap: 14px;
  margin: 6px 0 0;
}
.one {
  flex-wrap: wrap;
}
.big span span {
  display: block;
}
.never {
  font-size: 1.125rem;
}
.said {
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 6px 10px;
  margin-top: 6px;
}
.said p {
  margin: 0 0 3px;
}
.forms {
  width: 100%;
  margin-top: 8px;
}
.forms caption {
  caption-side: top;
  padding: 0;
}
.forms th {
  font-weight: 400;
}
.forms td {
  text-align: right;
}
.forms .on > * {
  font-weight: 650;
  background: var(--butter-wash);
}
p {
  margin: 4px 0 0;
}
</style>
