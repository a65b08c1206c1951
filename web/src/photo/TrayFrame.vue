<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useFurnished } from '@/api/queries'
import { typed } from '@/ui/typed'
import type { Corner, FramedTray } from './frame'
import TrayCorners from './TrayCorners.vue'

/** A picture of a whole tray: its corners, and how large it is; then it can be read. */
const props = defineProps<{ file: File; busy: boolean }>()
const emit = defineEmits<{ read: [FramedTray] }>()
const START: Corner[] = [
  { x: 0.06, y: 0.06 },
  { x: 0.94, y: 0.06 },
  { x: 0.94, y: 0.94 },
  { x: 0.06, y: 0.94 },
]
const { data: furnished } = useFurnished()
const trays = computed(() =>
  (furnished.value?.things ?? []).filter((t) => t.kind === 'tray' && t.retired_at === null),
)
const src = ref('')
const corners = ref<Corner[]>(START)
const tray = ref<number | null>(null)
const wide = ref('')
const deep = ref('')
const wrong = ref('')
watch(
  () => props.file,
  (file) => {
    corners.value = START
    src.value = ''
    const reader = new FileReader()
    reader.onload = () => (src.value = String(reader.result))
    reader.readAsDataURL(file)
  },
  { immediate: true },
)
watch(tray, (id) => {
  const chosen = trays.value.find((t) => t.id === id)
  if (!chosen) return
  wide.value = String(chosen.facts['usable_width_mm'] ?? '')
  deep.value = String(chosen.facts['usable_depth_mm'] ?? '')
})
function read(): void {
  const [w, d] = [typed(wide.value), typed(deep.value)]
  wrong.value = ''
  if (w === null || d === null || !(w > 0) || !(d > 0))
    wrong.value = 'Say how wide and deep the tray is inside its corners, in mm.'
  else emit('read', { corners: corners.value, wide_mm: w, deep_mm: d })
}
</script>

<template>
  <div>
    <p class="small-words">
      Put 1 to 4 on the tray’s corners, 1 at the back left as it stood in the oven, then go round.
    </p>
    <TrayCorners v-if="src" v-model="corners" :src="src" />
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
      <BButton size="sm" variant="primary" :disabled="busy" @click="read">Read it</BButton>
    </div>
    <p v-if="wrong" class="alert-words" role="alert">▲ {{ wrong }}</p>
  </div>
</template>

<style scoped src="./said.css"></style>
