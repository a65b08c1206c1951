<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words } from '@/api/client'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import TypedBox from '@/ui/TypedBox.vue'
import { useAsk } from '@/api/ask'
import { useRoom } from './useRoom'

const dough = theDough()
const temps = ref<Record<string, string>>({})
const room = useRoom()
const kind = ref('stand')
const minutes = ref('')
const wanted = ref('')
const before = ref('')
const after = ref('')
const taught = ref('')
const noted = ref('')

const { answer: mixers, again: mixersAgain } = useAsk(
  () => 0,
  () => api.mixers(),
)
const { answer, problem, again } = useAsk(
  () => [dough.work.value?.draft, temps.value, room.value, kind.value, minutes.value, wanted.value],
  () => {
    const work = dough.work.value
    if (!work) return null
    return api.doughTemperature({
      body: {
        draft: work.draft,
        temps: temps.value,
        room_c: room.value,
        mixer: kind.value,
        minutes: minutes.value,
        wanted_c: wanted.value,
        solve: '',
        style: work.style,
        dough_id: dough.id.value,
      },
    })
  },
)
const off = computed(() => {
  const a = answer.value
  if (!a) return ''
  if (a.mixed_c < a.low_c) return `${fixed(a.low_c - a.mixed_c, 1)} °C under what this method wants`
  if (a.mixed_c > a.high_c) return `${fixed(a.mixed_c - a.high_c, 1)} °C over what this method wants`
  return `within ${a.low_c} to ${a.high_c} °C, what this method wants`
})

async function teach(): Promise<void> {
  try {
    await api.noteMixer({
      body: { kind: kind.value, before_c: before.value, after_c: after.value, minutes: taught.value },
    })
    noted.value = 'Noted: its heat is reckoned with from now on.'
    before.value = after.value = taught.value = ''
    mixersAgain()
    again()
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    noted.value = `▲ ${words(error)}`
  }
}
function take(): void {
  if (answer.value)
    void dough.edit({ op: 'process', field: 'dough_temp_c', value: Number(answer.value.mixed_c.toFixed(1)) })
}
</script>

<template>
  <div>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <div class="grid">
      <table>
        <caption class="small-words">
          What goes in, and how warm
        </caption>
        <tbody>
          <tr v-for="p in answer?.parts ?? []" :key="p.key">
            <th scope="row">
              {{ p.name.charAt(0).toUpperCase() + p.name.slice(1) }}
              <span class="small-words">{{ fixed(p.mass_g, 0) }} g × {{ p.heat.toFixed(2) }} kJ/kgK</span>
            </th>
            <td>
              <TypedBox
                class="form-control form-control-sm"
                :aria-label="`Temperature of ${p.name}, °C`"
                :placeholder="fixed(p.temp_c, 1)"
                :value="temps[p.key]"
                @enter="temps = { ...temps, [p.key]: $event }"
              />
              °C
            </td>
          </tr>
          <tr>
            <th scope="row">Room</th>
            <td>
              <input
                v-model.lazy="room"
                class="form-control form-control-sm"
                aria-label="Room of the dough, °C"
              />
              °C
            </td>
          </tr>
          <tr>
            <th scope="row">
              <BFormSelect v-model="kind" size="sm" aria-label="Mixer">
                <BFormSelectOption v-for="m in mixers ?? []" :key="m.kind" :value="m.kind">{{
                  m.name
                }}</BFormSelectOption>
              </BFormSelect>
            </th>
            <td>
              <input
                v-model.lazy="minutes"
                class="form-control form-control-sm"
                aria-label="Minutes of mixing"
                :placeholder="fixed(answer?.minutes, 1)"
              />
              min
            </td>
          </tr>
        </tbody>
      </table>
      <div v-if="answer">
        <p class="one">
          <b class="huge fig">{{ fixed(answer.mixed_c, 1) }}<small>°C</small></b>
          <span
            >mixed dough<span class="small-words">{{ off }}</span></span
          >
        </p>
        <p class="small-words">
          {{ answer.mixer }} adds {{ fixed(answer.friction_k, 1) }} °C ({{ answer.per_min_k.toFixed(2) }} ±
          {{ answer.per_min_sd.toFixed(2) }} °C a minute,
          {{ answer.readings ? `${answer.readings} of your readings in it` : 'general figure' }}).
        </p>
        <label class="want"
          >Wanted
          <input
            v-model.lazy="wanted"
            class="form-control form-control-sm"
            aria-label="Wanted dough temperature, °C"
            :placeholder="fixed(answer.wanted_c, 1)"
          />
          °C: any one of
        </label>
        <ul>
          <li v-for="w in answer.ways" :key="w">{{ w }}</li>
          <li v-if="answer.ways.length === 0">nothing: it is there</li>
        </ul>
        <p v-if="answer.curdle" class="small-words">△ {{ answer.curdle }}</p>
        <p v-if="answer.effect" class="small-words">Forecast with this dough: {{ answer.effect }}</p>
        <BButton size="sm" variant="outline-primary" @click="take">
          Take {{ fixed(answer.mixed_c, 1) }} °C as the dough’s
        </BButton>
      </div>
    </div>
    <form class="teach" @submit.prevent="teach">
      <b>Teach this mixer’s heat</b>
      <label
        >before
        <BFormInput v-model="before" size="sm" aria-label="Before mixing, °C" />
        °C</label
      >
      <label>after <BFormInput v-model="after" size="sm" aria-label="After mixing, °C" /> °C</label>
      <label>in <BFormInput v-model="taught" size="sm" aria-label="Minutes mixed" /> min</label>
      <BButton type="submit" size="sm" variant="outline-primary">Note it</BButton>
      <span class="small-words" role="alert">{{ noted }}</span>
    </form>
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
}
table {
  width: 100%;
}
caption {
  caption-side: top;
  padding: 0;
}
th {
  font-weight: 400;
  line-height: 1.2;
}
th .small-words {
  display: block;
}
td {
  text-align: right;
  white-space: nowrap;
  padding: 2px 0;
}
input {
  display: inline-block;
  width: 60px;
  text-align: right;
}
.one {
  display: flex;
  align-items: center;
  gap: 12px;
  margin: 0;
}
.one span span {
  display: block;
}
ul {
  margin: 2px 0 6px;
  padding-left: 1.1rem;
}
p {
  margin: 4px 0;
}
.teach {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  border-top: 1px solid var(--rule);
  margin-top: 10px;
  padding-top: 8px;
}
</style>
