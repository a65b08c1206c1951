<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { theDough } from '@/dough/key'
import type { FramedTray } from '@/photo/frame'
import TrayFrame from '@/photo/TrayFrame.vue'
import { fixed } from '@/ui/format'
import PickPhoto from '@/ui/PickPhoto.vue'
import PhotoSheet from './PhotoSheet.vue'
import { usePhoto, type Outline, type Photo } from './usePhoto'

/** A picture that measures itself: taken in, looked at, corrected, and used in the form. */
const props = defineProps<{ photoId: number | null }>()
const emit = defineEmits<{ use: [Photo] }>()
const dough = theDough()
const { photo, problem, busy, send, simulate, open, correct } = usePhoto(() => dough.id.value)
/** What gives the scale, and the picture of a tray whose corners are still to be set. */
const scale = ref<'card' | 'tray'>('card')
const onTray = ref<File | null>(null)
const chosen = ref<number | null>(null)
/** Outlines being corrected by hand; null while they are the server's. */
const drawn = ref<Outline[] | null>(null)
const outlines = computed(() => drawn.value ?? (photo.value?.cookies ?? []).map((c) => c.outline))
const means = computed(() => photo.value?.means ?? null)
const word = { whole: '', touching: 'touches another', broken: 'broken or another size' } as Record<
  string,
  string
>

watch(
  () => props.photoId,
  (id) => {
    if (id !== null && photo.value?.id !== id) void open(id)
  },
  { immediate: true },
)
watch(photo, () => {
  drawn.value = null
  chosen.value = null
})

function picked(file: File): void {
  problem.value = ''
  onTray.value = scale.value === 'tray' ? file : null
  if (!onTray.value) void send(file)
}
async function read(framed: FramedTray): Promise<void> {
  if (!onTray.value) return
  await send(onTray.value, framed)
  if (!problem.value) onTray.value = null
}
function change(n: number, part: Partial<Outline>): void {
  drawn.value = outlines.value.map((o, i) => (i === n ? { ...o, ...part } : o))
}
function count(n: number, counts: boolean): void {
  change(n, { counts })
  void apply()
}
function remove(n: number): void {
  drawn.value = outlines.value.filter((_, i) => i !== n)
  chosen.value = null
}
function add(): void {
  const first = outlines.value[0]
  const size = first ? (first.rx + first.ry) / 2 : 38
  const middle = photo.value ? { x: photo.value.wide_mm / 2, y: photo.value.deep_mm / 2 } : { x: 0, y: 0 }
  drawn.value = [...outlines.value, { ...middle, rx: size, ry: size, turned: 0, counts: true }]
  chosen.value = outlines.value.length - 1
}
async function apply(): Promise<void> {
  if (drawn.value) await correct(drawn.value)
}
</script>

<template>
  <div class="photo">
    <div class="acts">
      <label class="scale small-words"
        >scale by
        <select v-model="scale" class="form-select form-select-sm">
          <option value="card">the printed card</option>
          <option value="tray">a whole tray</option>
        </select></label
      >
      <a
        v-if="scale === 'card'"
        class="btn btn-sm btn-outline-primary"
        href="/api/photo-card.pdf"
        target="_blank"
        rel="noopener"
        >Print the card</a
      >
      <PickPhoto :disabled="busy" @picked="picked" />
      <BButton size="sm" variant="outline-primary" :disabled="busy" @click="simulate(6, scale === 'tray')"
        >Simulated camera</BButton
      >
      <span v-if="busy" class="small-words" role="status">measuring …</span>
      <span v-else-if="!photo" class="small-words">{{
        scale === 'card'
          ? 'Cookies on the printed card, straight from above: width, roundness and shades are read off it.'
          : 'A whole tray on its light liner: width and roundness are read off it; shades only side by side.'
      }}</span>
    </div>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <TrayFrame v-if="onTray" :file="onTray" :busy="busy" @read="read" />
    <div v-if="photo && !onTray" class="both">
      <PhotoSheet
        :src="photo.sheet"
        :wide="photo.wide_mm"
        :deep="photo.deep_mm"
        :cookies="photo.cookies"
        :outlines="outlines"
        :chosen="chosen"
        :drawn="drawn !== null"
        @choose="chosen = $event"
        @change="change"
      />
      <div class="side">
        <p v-if="means" class="means">
          <b class="fig">{{ fixed(means.diameter_mm, 1) }}</b> mm across
          <span class="small-words">± {{ fixed(means.diameter_sd, 1) }}, {{ means.count }} cookies</span
          ><br />
          <template v-if="means.l_rim !== null && means.l_middle !== null">
            rim <b class="fig">{{ fixed(means.l_rim, 0) }}</b> L*, middle
            <b class="fig">{{ fixed(means.l_middle, 0) }}</b> L*<br />
          </template>
          <span class="small-words"
            >round {{ fixed(100 * means.roundness, 0) }} %, rim even to {{ fixed(means.evenness, 1) }} L*,
            cracks {{ fixed(means.cracks, 1) }} %</span
          >
        </p>
        <p v-else class="alert-words">▲ No cookie counts. Count at least one.</p>
        <p class="small-words">
          {{ photo.simulated ? 'Simulated picture. ' : '' }}{{ fixed(photo.per_mm, 1) }} pixels a mm{{
            photo.patch_error === null ? '' : `; patches ${fixed(photo.patch_error, 1)} off`
          }}.
        </p>
        <p v-for="n in photo.notes" :key="n" class="small-words">△ {{ n }}</p>
        <ol class="cookies">
          <li v-for="(c, n) in photo.cookies" :key="n" :class="{ on: n === chosen }">
            <label
              ><input
                type="checkbox"
                :checked="c.counts"
                :aria-label="`Cookie ${n + 1} counts`"
                :disabled="busy"
                @change="count(n, ($event.target as HTMLInputElement).checked)"
              />
              <span class="fig">{{ fixed(c.diameter_mm, 1) }}</span> mm</label
            >
            <span class="small-words"
              >rim {{ fixed(c.rim[0] ?? null, 0) }}, middle {{ fixed(c.middle[0] ?? null, 0) }} L*
              {{ c.by_hand ? 'by hand' : word[c.state] }}</span
            >
          </li>
        </ol>
        <div class="acts">
          <BButton size="sm" variant="outline-primary" @click="add">Add an outline</BButton>
          <BButton v-if="chosen !== null" size="sm" variant="outline-primary" @click="remove(chosen)"
            >Remove it</BButton
          >
          <BButton v-if="drawn" size="sm" variant="outline-primary" :disabled="busy" @click="apply"
            >Measure anew</BButton
          >
          <BButton v-if="drawn" size="sm" variant="outline-primary" @click="drawn = null">Undo these</BButton>
        </div>
        <BButton v-if="means && !drawn" size="sm" variant="primary" @click="emit('use', photo)"
          >Use these figures</BButton
        >
      </div>
    </div>
  </div>
</template>

<style scoped>
.photo {
  grid-column: 1 / -1;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin-bottom: 6px;
}
.scale {
  display: flex;
  gap: 6px;
  align-items: center;
  white-space: nowrap;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 250px;
  gap: 14px;
}
.means {
  margin-bottom: 4px;
}
.means b {
  font-size: 1.125rem;
}
p {
  margin-bottom: 3px;
}
.cookies {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.cookies li {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 0 4px;
}
.cookies .on {
  background: var(--butter-wash);
}
.cookies input {
  margin-right: 5px;
}
.cookies label {
  white-space: nowrap;
}
@media (max-width: 900px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
