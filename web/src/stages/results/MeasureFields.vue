<script setup lang="ts">
import { useReference } from '@/api/queries'
import ShadeStrip from '@/stages/target/ShadeStrip.vue'
import EntryField from './EntryField.vue'
import PhotoPanel from './PhotoPanel.vue'
import WordScale from './WordScale.vue'
import type { Entry } from './entry'
import type { Photo } from './usePhoto'

/** What a bake measures and how it tasted; every box may stay empty. */
defineProps<{ problems: Record<string, string> }>()
const entry = defineModel<Entry>({ required: true })
const { data: reference } = useReference()
const SHADES = [
  ['crust_l', 'Whole top'],
  ['l_rim', 'Rim'],
  ['l_middle', 'Middle'],
  ['l_base', 'Base'],
] as const

/** What the photo measured goes into the boxes, where it can still be changed. */
function usePhotoFigures(photo: Photo): void {
  const counted = photo.cookies.filter((c) => c.counts)
  const e = entry.value
  e.photo_id = photo.id
  e.diameters = counted.map((c) => c.diameter_mm.toFixed(1)).join(' ')
  if (photo.means) {
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
    <EntryField
      v-model="entry.diameters"
      wide
      label="Diameters"
      unit="mm"
      hint="one cookie each, spaces between"
      placeholder="84 86 85.5"
      :problem="problems['diameters']"
    />
    <EntryField
      v-model="entry.heights"
      wide
      label="Heights"
      unit="mm"
      hint="the middle of each"
      placeholder="9.5 9.8"
      :problem="problems['heights']"
    />
    <EntryField
      v-model="entry.measured['row_of']"
      label="Or a row of"
      unit="cookies"
      hint="side by side, touching"
      :problem="problems['row_of']"
    />
    <EntryField
      v-model="entry.measured['row_mm']"
      label="edge to edge"
      unit="mm"
      hint="length of the row"
      :problem="problems['row_mm']"
    />
    <EntryField
      v-model="entry.measured['row_turned_mm']"
      label="each turned a quarter"
      unit="mm"
      hint="measured once more"
      :problem="problems['row_turned_mm']"
    />
    <EntryField
      v-model="entry.measured['stack_of']"
      label="A stack of"
      unit="cookies"
      :problem="problems['stack_of']"
    />
    <EntryField
      v-model="entry.measured['stack_mm']"
      label="how tall"
      unit="mm"
      :problem="problems['stack_mm']"
    />
    <EntryField
      v-model="entry.measured['mass_before_g']"
      label="Mass before the oven"
      unit="g"
      hint="the pieces, tray taken off"
      :problem="problems['mass_before_g']"
    />
    <EntryField
      v-model="entry.measured['mass_after_g']"
      label="and after"
      unit="g"
      :problem="problems['mass_after_g']"
    />
    <EntryField
      v-model="entry.measured['core_c']"
      label="Core at the pull"
      unit="°C"
      hint="probe into the middle, at once"
      :problem="problems['core_c']"
    />
    <EntryField
      v-model="entry.measured['rim_c']"
      label="Rim at the pull"
      unit="°C"
      :problem="problems['rim_c']"
    />
    <div v-for="[key, where] in SHADES" :key="key" class="f shade">
      <span
        >{{ where }} shade
        <b v-if="entry.measured[key]" class="fig">{{ entry.measured[key] }} L*</b>
        <button v-if="entry.measured[key]" type="button" class="clear" @click="entry.measured[key] = ''">
          not picked
        </button></span
      >
      <ShadeStrip
        :shades="reference?.shades ?? []"
        :value="entry.measured[key] ? Number(entry.measured[key]) : null"
        :label="`${where} shade of the bake`"
        @pick="entry.measured[key] = $event === null ? '' : String($event)"
      />
      <span v-if="problems[key]" class="alert-words" role="alert">▲ {{ problems[key] }}</span>
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
    <EntryField
      v-model="entry.measured['tasted_min']"
      label="From oven to tasting"
      unit="min"
      hint="fresh and day-old don't compare"
      :problem="problems['tasted_min']"
    />
    <WordScale
      v-for="s in reference?.scales ?? []"
      :key="s.key"
      v-model="entry.measured[s.key]"
      :scale="s"
      :problem="problems[s.key]"
    />
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
