<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { day } from '@/ui/format'
import { typed } from '@/ui/typed'
import type { Thing } from '../facts'
import HeatMap from './HeatMap.vue'
import TrayCorners, { type Corner } from './TrayCorners.vue'

/** An oven mapped by photos of whole trays: where it is hotter, how sure, when to turn, what to leave empty. */
const props = defineProps<{ oven: Thing; trays: Thing[]; mayRecord: boolean }>()
const queryClient = useQueryClient()
const queryKey = computed(() => ['ovenMaps', props.oven.id])
const { data } = useQuery({
  queryKey,
  queryFn: () => api.ovenMaps({ params: { path: { oven_id: props.oven.id } } }),
})
const { data: doughs } = useQuery({ queryKey: ['doughNames'], queryFn: () => api.doughNames() })
const START: Corner[] = [
  { x: 0.06, y: 0.06 },
  { x: 0.94, y: 0.06 },
  { x: 0.94, y: 0.94 },
  { x: 0.06, y: 0.94 },
]
const open = ref(false)
const shelf = ref('middle')
const dough = ref<number | null>(null)
const tray = ref<number | null>(null)
const wide = ref('')
const deep = ref('')
const file = ref<File | null>(null)
const src = ref('')
const corners = ref<Corner[]>(START)
const wrong = ref('')
const busy = ref(false)
const maps = computed(() => Object.entries(data.value?.maps ?? {}))
const cookiesOf = (name: string) =>
  (data.value?.trays ?? []).filter((t) => t.shelf === name).flatMap((t) => t.cookies)
watch(doughs, (all) => (dough.value ??= all?.[0]?.id ?? null), { immediate: true })
watch(tray, (id) => {
  const chosen = props.trays.find((t) => t.id === id)
  if (!chosen) return
  wide.value = String(chosen.facts['usable_width_mm'] ?? '')
  deep.value = String(chosen.facts['usable_depth_mm'] ?? '')
})

function picked(event: Event): void {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0] ?? null
  input.value = ''
  corners.value = START
  src.value = ''
  wrong.value = ''
  if (!file.value) return
  const reader = new FileReader()
  reader.onload = () => (src.value = String(reader.result))
  reader.readAsDataURL(file.value)
}
async function ask(how: () => Promise<Schemas['OvenMapsOut']>): Promise<void> {
  wrong.value = ''
  busy.value = true
  try {
    queryClient.setQueryData(queryKey.value, await how())
    file.value = null
    src.value = ''
  } catch (error) {
    wrong.value = words(error)
  }
  busy.value = false
}
const path = computed(() => ({ params: { path: { oven_id: props.oven.id } } }))
const about = () => ({
  key: `tray-${crypto.randomUUID()}`,
  dough_id: dough.value ?? -1,
  shelf: shelf.value.trim(),
})
async function send(): Promise<void> {
  const picture = file.value
  const size = { wide_mm: typed(wide.value), deep_mm: typed(deep.value) }
  if (!picture || Object.values(size).some((v) => v === null || Number.isNaN(v) || v <= 0)) {
    wrong.value = 'Say how wide and deep the tray is inside its corners, in mm.'
    return
  }
  const said = JSON.stringify({ ...about(), ...size, corners: corners.value })
  await ask(() =>
    api.addTray({
      ...path.value,
      body: { said, photo: picture as unknown as string },
      bodySerializer: (body) => {
        const form = new FormData()
        form.append('said', body.said)
        form.append('photo', picture)
        return form
      },
    }),
  )
}
const simulate = () => ask(() => api.simulateTray({ ...path.value, body: about() }))
const leaveOut = (id: number) =>
  ask(() =>
    api.leaveTrayOut({
      params: { path: { oven_id: props.oven.id, tray_id: id } },
      body: { out: true },
    }),
  )
</script>

<template>
  <section class="check" aria-label="Where it is hotter">
    <h3>Where it is hotter</h3>
    <p v-if="!maps.length" class="small-words">
      Bake one tray of equal cookies, do not turn it, and photograph it whole on its light liner: their shades
      map the oven.
    </p>
    <div v-for="[name, map] in maps" :key="name" class="map">
      <HeatMap :map="map" :cookies="cookiesOf(name)" :shelf="name" />
      <div>
        <h4>{{ name }} shelf</h4>
        <p v-for="w in map.words" :key="w">{{ w }}</p>
        <p v-for="t in data?.trays.filter((x) => x.shelf === name)" :key="t.id" class="small-words">
          {{ t.simulated ? 'simulated, ' : '' }}{{ t.dough }}, {{ t.cookies.length }} cookies,
          {{ day(t.at) }}
          <button v-if="mayRecord" type="button" class="btn btn-link small-words" @click="leaveOut(t.id)">
            leave it out
          </button>
        </p>
      </div>
    </div>
    <BButton v-if="mayRecord && !open" size="sm" variant="outline-primary" @click="open = true"
      >Map it by a tray</BButton
    >
    <form v-if="open" @submit.prevent="send">
      <div class="said">
        <label
          >of which dough
          <select v-model="dough" class="form-select form-select-sm">
            <option v-for="d in doughs ?? []" :key="d.id" :value="d.id">{{ d.name }}</option>
          </select></label
        >
        <label>shelf <input v-model="shelf" class="form-control form-control-sm" maxlength="20" /></label>
        <label class="btn btn-sm btn-outline-primary file"
          >Choose a photo
          <input
            class="visually-hidden"
            type="file"
            accept="image/jpeg,image/png,image/webp"
            :disabled="busy"
            @change="picked"
        /></label>
        <BButton size="sm" variant="outline-primary" :disabled="busy || !dough" @click="simulate"
          >Simulated camera</BButton
        >
        <span v-if="busy" class="small-words" role="status">reading …</span>
      </div>
      <template v-if="src">
        <p class="small-words">
          Put 1 to 4 on the tray’s corners, 1 at the back left as it stood in the oven, then go round.
        </p>
        <TrayCorners v-model="corners" :src="src" />
        <div class="said">
          <label
            >tray
            <select v-model="tray" class="form-select form-select-sm">
              <option :value="null">another</option>
              <option v-for="t in trays" :key="t.id" :value="t.id">{{ t.name }}</option>
            </select></label
          >
          <label
            >wide, mm <input v-model="wide" class="form-control form-control-sm fig" inputmode="decimal"
          /></label>
          <label
            >deep, mm <input v-model="deep" class="form-control form-control-sm fig" inputmode="decimal"
          /></label>
          <BButton type="submit" size="sm" variant="primary" :disabled="busy || !dough">Read it</BButton>
        </div>
      </template>
    </form>
    <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
    <p v-for="w in data?.shelves ?? []" :key="w">{{ w }}</p>
  </section>
</template>

<style scoped src="./check.css"></style>
<style scoped>
.map {
  display: grid;
  grid-template-columns: minmax(260px, 420px) minmax(180px, 1fr);
  gap: 8px 18px;
  align-items: start;
  margin-bottom: 8px;
}
h4 {
  font-size: 0.875rem;
  margin: 0 0 4px;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 6px 0;
}
.said input,
.said select {
  max-width: 190px;
}
.file {
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--cobalt);
}
@media (max-width: 900px) {
  .map {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
