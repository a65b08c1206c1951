<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { day } from '@/ui/format'
import PickPhoto from '@/ui/PickPhoto.vue'
import type { FramedTray } from '@/photo/frame'
import TrayFrame from '@/photo/TrayFrame.vue'
import type { Thing } from '../facts'
import HeatMap from './HeatMap.vue'

/** An oven mapped by photos of whole trays: where it is hotter, how sure, when to turn, what to leave empty. */
const props = defineProps<{ oven: Thing; mayRecord: boolean }>()
const queryClient = useQueryClient()
const queryKey = computed(() => ['ovenMaps', props.oven.id])
const { data } = useQuery({
  queryKey,
  queryFn: () => api.ovenMaps({ params: { path: { oven_id: props.oven.id } } }),
})
const { data: doughs } = useQuery({ queryKey: ['doughNames'], queryFn: () => api.doughNames() })
const open = ref(false)
const shelf = ref('middle')
const dough = ref<number | null>(null)
const file = ref<File | null>(null)
const wrong = ref('')
const busy = ref(false)
const maps = computed(() => Object.entries(data.value?.maps ?? {}))
const cookiesOf = (name: string) =>
  (data.value?.trays ?? []).filter((t) => t.shelf === name).flatMap((t) => t.cookies)
watch(doughs, (all) => (dough.value ??= all?.[0]?.id ?? null), { immediate: true })
function picked(picture: File): void {
  file.value = picture
  wrong.value = ''
}
async function ask(how: () => Promise<Schemas['OvenMapsOut']>): Promise<void> {
  wrong.value = ''
  busy.value = true
  try {
    queryClient.setQueryData(queryKey.value, await how())
    file.value = null
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
async function send(framed: FramedTray): Promise<void> {
  const picture = file.value
  if (!picture) return
  const said = JSON.stringify({ ...about(), ...framed })
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
    <div v-if="open">
      <div class="said">
        <label
          >of which dough
          <select v-model="dough" class="form-select form-select-sm">
            <option v-for="d in doughs ?? []" :key="d.id" :value="d.id">{{ d.name }}</option>
          </select></label
        >
        <label>shelf <input v-model="shelf" class="form-control form-control-sm" maxlength="20" /></label>
        <PickPhoto :disabled="busy" @picked="picked" />
        <BButton size="sm" variant="outline-primary" :disabled="busy || !dough" @click="simulate"
          >Simulated camera</BButton
        >
        <span v-if="busy" class="small-words" role="status">reading …</span>
      </div>
      <TrayFrame v-if="file" :file="file" :busy="busy || !dough" @read="send" />
    </div>
    <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
    <p v-for="w in data?.shelves ?? []" :key="w">{{ w }}</p>
  </section>
</template>

<style scoped src="./check.css"></style>
<style scoped src="../../photo/said.css"></style>
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
@media (max-width: 900px) {
  .map {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
