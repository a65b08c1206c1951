<script setup lang="ts">
import { computed } from 'vue'
import { useReference } from '@/api/queries'
import ShadeStrip from '@/stages/target/ShadeStrip.vue'
import QuantityField from '@/ui/QuantityField.vue'
import PhotoPanel from './PhotoPanel.vue'
import WordScale from './WordScale.vue'
import type { Entry } from './entry'
import type { Photo } from './usePhoto'

/** What a bake measures and how it tasted; every box may stay empty. */
defineProps<{ problems: Record<string, string> }>()
const entry = defineModel<Entry>({ required: true })
const { data: reference, ofRole } = useReference()
/** Boxes in the order of the work: sizes, masses, heat; then shades by strip, then what is tasted. */
const boxes = computed(() =>
  ['size', 'mass', 'heat', ''].flatMap((group) => ofRole('measured').filter((q) => q.group === group)),
)
const shades = computed(() => ofRole('measured').filter((q) => q.group === 'shade'))
const tasted = computed(() => ofRole('measured').filter((q) => q.group === 'taste'))
const scale = (key: string) => reference.value?.scales.find((s) => s.key === key)

/** What the photo measured goes into the boxes, where it can still be changed. */
function usePhotoFigures(photo: Photo): void {
  const counted = photo.cookies.filter((c) => c.counts)
  const e = entry.value
  e.photo_id = photo.id
  e.measured['diameter_mm'] = counted.map((c) => c.diameter_mm.toFixed(1)).join(' ')
  if (photo.means?.l_rim != null && photo.means.l_middle != null) {
    e.measured['l_rim'] = photo.means.l_rim.toFixed(1)
    e.measured['l_middle'] = photo.means.l_middle.toFixed(1)
    e.measured['crust_l'] = ''
  }
}
</script>

<template>
  <fieldset>
    <legend>
      Measured
      <span class="small-words"
        >leave empty what you did not measure: unknown stays unknown. Measure cold, an hour from the
        oven.</span
      >
    </legend>
    <PhotoPanel :photo-id="entry.photo_id ?? null" @use="usePhotoFigures" />
    <QuantityField
      v-for="q in boxes"
      :key="q.key"
      v-model="entry.measured[q.key]"
      :name="q.key"
      :problem="problems[q.key]"
    />
    <div v-for="q in shades" :key="q.key" class="f shade">
      <span
        >{{ q.label }}
        <b v-if="entry.measured[q.key]" class="fig">{{ entry.measured[q.key] }} {{ q.unit }}</b>
        <BButton
          v-if="entry.measured[q.key]"
          size="sm"
          variant="link"
          class="clear"
          @click="entry.measured[q.key] = ''"
        >
          not picked
        </BButton></span
      >
      <ShadeStrip
        :shades="reference?.shades ?? []"
        :value="entry.measured[q.key] ? Number(entry.measured[q.key]) : null"
        :label="`${q.label} of the bake`"
        @pick="entry.measured[q.key] = $event === null ? '' : String($event)"
      />
      <span v-if="problems[q.key]" class="alert-words" role="alert">▲ {{ problems[q.key] }}</span>
    </div>
    <p class="small-words wide-row">
      Hold a cookie beside the screen for the shades. Screens and lamps differ: the same screen in the same
      light compares with itself; a photo with the card is surer.
    </p>
  </fieldset>
  <fieldset>
    <legend>
      Tasted <span class="small-words">the words are the scale; a figure between two of them fits too</span>
    </legend>
    <template v-for="q in tasted" :key="q.key">
      <WordScale
        v-if="scale(q.key)"
        v-model="entry.measured[q.key]"
        :scale="scale(q.key)!"
        :problem="problems[q.key]"
      />
      <QuantityField v-else v-model="entry.measured[q.key]" :name="q.key" :problem="problems[q.key]" />
    </template>
    <label class="f notes"
      ><span>Notes</span>
      <textarea v-model="entry.notes" class="form-control form-control-sm" rows="2" maxlength="2000" />
    </label>
  </fieldset>
</template>

<style scoped>
.shade,
.notes {
  grid-column: span 2;
}
.wide-row {
  grid-column: 1 / -1;
  margin: 0;
}
.clear {
  border: 0;
  background: none;
  padding: 0 4px;
  color: var(--cobalt);
  text-decoration: underline;
}
</style>
