<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { ApiError, client, data, words, type Schemas } from '@/api/client'
import { useKitchen, useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import ShadeStrip from '@/stages/target/ShadeStrip.vue'
import { day } from '@/ui/format'
import EntryField from './EntryField.vue'
import PhotoPanel from './PhotoPanel.vue'
import type { Photo } from './usePhoto'
import WordScale from './WordScale.vue'
import { emptyEntry, entryOf, today, type Entry } from './entry'

const props = defineProps<{ batches: Schemas['BatchOut'][]; correcting: Schemas['BakeOut'] | null }>()
const emit = defineEmits<{ logged: [number]; close: [] }>()

const dough = theDough()
const queryClient = useQueryClient()
const { data: kitchen } = useKitchen()
const { data: reference, ingredients } = useReference()

const versions = computed(() => [...(dough.record.value?.versions ?? [])].reverse())
/** What is typed survives a reload until it is logged. */
const kept = useLocalStorage<Entry | null>(`tarte-bake-${dough.id.value}`, null, {
  serializer: { read: (raw) => JSON.parse(raw) as Entry | null, write: (value) => JSON.stringify(value) },
})
const entry = ref<Entry>(
  props.correcting ? entryOf(props.correcting) : (kept.value ?? emptyEntry(versions.value[0]?.number ?? 1)),
)
const problems = ref<Record<string, string>>({})
const general = ref('')
const busy = ref(false)
/** Readings that are rare enough to be asked about; sent again as sure they are taken. */
const asked = ref<string[]>([])
const SHADES = [
  ['crust_l', 'Whole top'],
  ['l_rim', 'Rim'],
  ['l_middle', 'Middle'],
  ['l_base', 'Base'],
] as const
const plan = ref<Schemas['DraftDoc'] | null>(null)

watch(
  entry,
  (now) => {
    if (!props.correcting) kept.value = now
  },
  { deep: true },
)
watch(
  () => entry.value.version,
  async (number) => {
    plan.value = await data(
      client.GET('/api/doughs/{dough_id}/versions/{number}', {
        params: { path: { dough_id: dough.id.value, number } },
      }),
    ).catch(() => null)
    const process = plan.value?.process
    if (!process || props.correcting) return
    const e = entry.value
    e.oven_id ??= process.oven_id ?? null
    e.tray_id ??= process.tray_id ?? null
    e.oven_c ||= process.oven_c == null ? '' : String(process.oven_c)
    e.minutes ||= process.minutes == null ? '' : String(process.minutes)
    e.portion_g ||= process.portion_g == null ? '' : String(process.portion_g)
    e.fan = process.fan ?? false
  },
  { immediate: true },
)

/** What is most often added at the bench, and what is in the formula anyway. */
const cures = computed(() => [
  ...new Set(['egg', 'ap', 'milk', 'water', 'butter', ...(plan.value?.lines ?? []).map((l) => l.ingredient)]),
])
function addCure(): void {
  entry.value.additions = [...(entry.value.additions ?? []), { ingredient: 'egg', grams: '' }]
}

const name = (id: string): string => ingredients.value.get(id)?.name ?? id

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

async function submit(sure = false): Promise<void> {
  busy.value = true
  problems.value = {}
  general.value = ''
  asked.value = []
  const e = entry.value
  const existing = props.correcting?.batch.id ?? e.batch_id
  try {
    const made = await data(
      client.POST('/api/doughs/{dough_id}/bakes', {
        params: { path: { dough_id: dough.id.value } },
        body: {
          key: e.key,
          batch_id: existing,
          batch:
            existing === null
              ? {
                  version: e.version,
                  mixed_on: e.mixed_on,
                  weighed: e.weighed,
                  additions: e.additions ?? [],
                  butter_temp_c: e.butter_temp_c,
                  dough_temp_c: e.batch_dough_temp_c,
                }
              : null,
          replaces: props.correcting?.id ?? null,
          baked_on: e.baked_on,
          age_h: e.age_h,
          chill_h: e.chill_h,
          dough_temp_c: e.dough_temp_c,
          portion_g: e.portion_g,
          pieces: e.pieces,
          oven_id: e.oven_id,
          tray_id: e.tray_id,
          oven_c: e.oven_c,
          fan: e.fan,
          minutes: e.minutes,
          diameters: e.diameters,
          heights: e.heights,
          measured: e.measured,
          notes: e.notes,
          photo_id: e.photo_id ?? null,
          sure,
        },
      }),
    )
    if (!props.correcting) kept.value = null
    await queryClient.invalidateQueries({ queryKey: ['bakes'] })
    await queryClient.invalidateQueries({ queryKey: ['shelf'] })
    emit('logged', made.id)
  } catch (error) {
    if (error instanceof ApiError) {
      problems.value = error.byField
      if (error.problem.code === 'ask') {
        asked.value = (error.problem.fields ?? []).map((f) => f.message)
        return
      }
    }
    general.value = words(error)
  } finally {
    busy.value = false
  }
}
function startOver(): void {
  kept.value = null
  entry.value = emptyEntry(versions.value[0]?.number ?? 1)
  problems.value = {}
  general.value = ''
}
</script>

<template>
  <form class="log" autocomplete="off" @submit.prevent="submit()">
    <fieldset v-if="!correcting">
      <legend>Batch</legend>
      <label class="f"
        ><span>Which mixing</span>
        <select v-model="entry.batch_id" class="form-select form-select-sm">
          <option :value="null">a new batch</option>
          <option v-for="b in batches" :key="b.id" :value="b.id">
            batch {{ b.number }}, version {{ b.version }}, {{ day(b.mixed_on) }}
          </option>
        </select>
      </label>
      <template v-if="entry.batch_id === null">
        <label class="f"
          ><span>of version</span>
          <select v-model="entry.version" class="form-select form-select-sm">
            <option v-for="v in versions" :key="v.number" :value="v.number">
              {{ v.number }}: {{ v.note.slice(0, 40) }}
            </option>
          </select>
        </label>
        <EntryField
          v-model="entry.mixed_on"
          label="Mixed on"
          type="date"
          :max="today()"
          :problem="problems['mixed_on']"
        />
        <EntryField
          v-model="entry.butter_temp_c"
          label="Butter at mixing"
          unit="°C"
          :problem="problems['butter_temp_c']"
        />
        <EntryField
          v-model="entry.batch_dough_temp_c"
          label="Dough after mixing"
          unit="°C"
          :problem="problems['batch_dough_temp_c']"
        />
        <details class="weighed">
          <summary>
            Weighed differently? <span class="small-words">only lines that were not as planned</span>
          </summary>
          <div class="lines">
            <EntryField
              v-for="l in plan?.lines ?? []"
              :key="l.id"
              v-model="entry.weighed[l.id]"
              :label="name(l.ingredient)"
              unit="g"
              :placeholder="l.grams === null ? '?' : String(l.grams)"
              :problem="problems[`weighed.${l.id}`]"
            />
          </div>
          <p class="small-words">Went in on the spot, beside the lines:</p>
          <div v-for="(a, n) in entry.additions ?? []" :key="n" class="added">
            <select
              v-model="a.ingredient"
              class="form-select form-select-sm"
              :aria-label="`Added on the spot, ${n + 1}`"
            >
              <option v-for="i in cures" :key="i" :value="i">{{ name(i) }}</option>
            </select>
            <EntryField v-model="a.grams" label="added" unit="g" :problem="problems[`additions.${n}`]" />
          </div>
          <button type="button" class="do" @click="addCure">Add one</button>
        </details>
      </template>
    </fieldset>
    <fieldset>
      <legend>Bake</legend>
      <EntryField
        v-model="entry.baked_on"
        label="Baked on"
        type="date"
        :max="today()"
        :problem="problems['baked_on']"
      />
      <EntryField
        v-model="entry.age_h"
        label="Age of the dough"
        unit="h"
        hint="hours since mixing; “2 d” works too"
        :problem="problems['age_h']"
      />
      <EntryField
        v-model="entry.chill_h"
        label="Chill after shaping"
        unit="h"
        :problem="problems['chill_h']"
      />
      <EntryField
        v-model="entry.dough_temp_c"
        label="Dough at the oven"
        unit="°C"
        :problem="problems['dough_temp_c']"
      />
      <EntryField v-model="entry.portion_g" label="Portion" unit="g" :problem="problems['portion_g']" />
      <EntryField v-model="entry.pieces" label="Pieces baked" unit="" :problem="problems['pieces']" />
      <label class="f"
        ><span>Oven</span>
        <select v-model="entry.oven_id" class="form-select form-select-sm">
          <option :value="null">not noted</option>
          <option v-for="o in kitchen?.ovens ?? []" :key="o.id" :value="o.id">{{ o.name }}</option>
        </select>
      </label>
      <EntryField v-model="entry.oven_c" label="Set to" unit="°C" :problem="problems['oven_c']" />
      <label class="f check"><input v-model="entry.fan" type="checkbox" /> <span>Fan on</span></label>
      <label class="f"
        ><span>Tray</span>
        <select v-model="entry.tray_id" class="form-select form-select-sm">
          <option :value="null">not noted</option>
          <option v-for="t in kitchen?.trays ?? []" :key="t.id" :value="t.id">{{ t.name }}</option>
        </select>
      </label>
      <EntryField
        v-model="entry.minutes"
        label="Minutes in the oven"
        unit="min"
        :problem="problems['minutes']"
      />
    </fieldset>
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
    <footer>
      <div v-if="asked.length" class="asked" role="alert">
        <span>{{ asked.join(' ') }}</span>
        <button type="button" class="do" :disabled="busy" @click="submit(true)">
          They are right: log it
        </button>
      </div>
      <p v-else-if="general" class="alert-words" role="alert">▲ {{ general }}</p>
      <span class="push" />
      <BButton v-if="!correcting" variant="link" size="sm" @click="startOver">Clear the form</BButton>
      <BButton variant="outline-primary" @click="emit('close')">Back</BButton>
      <BButton type="submit" variant="primary" :disabled="busy">{{
        correcting ? 'Log the correction' : 'Log this bake'
      }}</BButton>
    </footer>
  </form>
</template>

<style scoped>
.log {
  display: flex;
  flex-direction: column;
  min-height: 0;
  overflow-y: auto;
}
fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 6px 16px;
  padding: 8px 14px 4px;
  align-items: start;
}
legend {
  font-size: 0.9375rem;
  font-weight: 650;
  margin: 0;
  grid-column: 1 / -1;
}
.f > span {
  display: block;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.check {
  display: flex;
  gap: 6px;
  align-items: center;
  padding-top: 24px;
}
.check input {
  width: 16px;
  height: 16px;
  accent-color: var(--cobalt);
}
.added {
  display: flex;
  gap: 10px;
  align-items: end;
}
.weighed {
  grid-column: 1 / -1;
}
.lines {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 4px 16px;
}
.shade,
.notes {
  grid-column: span 2;
}
footer {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 14px;
  background: var(--enamel);
  border-top: 1px solid var(--rule);
}
footer p {
  margin: 0;
}
.push {
  flex: 1;
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
.asked {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 4px 10px;
}
</style>
