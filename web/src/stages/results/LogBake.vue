<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words, type Schemas } from '@/api/client'
import { useFurnished, useKitchen, useReference } from '@/api/queries'
import { inUse } from '@/kitchen/inUse'
import { theDough } from '@/dough/key'
import { day } from '@/ui/format'
import EntryField from '@/ui/EntryField.vue'
import QuantityField from '@/ui/QuantityField.vue'
import MeasureFields from './MeasureFields.vue'
import { emptyEntry, entryOf, today, type Entry } from './entry'

const props = defineProps<{ batches: Schemas['BatchOut'][]; correcting: Schemas['BakeOut'] | null }>()
const emit = defineEmits<{ logged: [number]; close: [] }>()

const dough = theDough()
const queryClient = useQueryClient()
const { data: kitchen } = useKitchen()
const { ingredients } = useReference()

const versions = computed(() => [...(dough.record.value?.versions ?? [])].reverse())
/** What is typed survives a reload until it is logged. */
const kept = useLocalStorage<Entry | null>(`tarte-bake-${dough.id.value}`, null, {
  serializer: { read: (raw) => JSON.parse(raw) as Entry | null, write: (value) => JSON.stringify(value) },
})
/** A form that comes back after a reload keeps what was said in it. */
const returned = kept.value !== null
const entry = ref<Entry>(
  props.correcting ? entryOf(props.correcting) : (kept.value ?? emptyEntry(versions.value[0]?.number ?? 1)),
)
const problems = ref<Record<string, string>>({})
const general = ref('')
const busy = ref(false)
/** Readings that are rare enough to be asked about; sent again as sure they are taken. */
const asked = ref<string[]>([])
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
  async (number, before) => {
    plan.value = await api
      .version({
        params: { path: { dough_id: dough.id.value, number } },
      })
      .catch(() => null)
    const process = plan.value?.process
    if (!process || props.correcting) return
    const e = entry.value
    e.oven_id ??= process.oven_id ?? null
    e.tray_id ??= process.tray_id ?? null
    e.oven_c ||= process.oven_c == null ? '' : String(process.oven_c)
    e.minutes ||= process.minutes == null ? '' : String(process.minutes)
    e.portion_g ||= process.portion_g == null ? '' : String(process.portion_g)
    if (before !== undefined || !returned) e.fan = process.fan ?? false
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

/** Deliveries in use of a line's ingredient: whoever knows which sack it was can say so. */
const { data: furnished } = useFurnished()
const lotsOf = (ingredient: string) =>
  (furnished.value?.things ?? []).filter(
    (t) => t.kind === 'lot' && t.retired_at === null && t.facts['ingredient'] === ingredient,
  )
const withLots = computed(() => (plan.value?.lines ?? []).filter((l) => lotsOf(l.ingredient).length))
/** Only of lines that this version has. */
const chosenLots = computed(() =>
  Object.fromEntries(
    Object.entries(entry.value.lots ?? {}).filter(([line]) => withLots.value.some((l) => l.id === line)),
  ),
)
function setLot(line: string, lot: string): void {
  const others = Object.fromEntries(Object.entries(entry.value.lots ?? {}).filter(([id]) => id !== line))
  entry.value.lots = lot === '' ? others : { ...others, [line]: Number(lot) }
}

const name = (id: string): string => ingredients.value.get(id)?.name ?? id

async function submit(sure = false): Promise<void> {
  busy.value = true
  problems.value = {}
  general.value = ''
  asked.value = []
  const e = entry.value
  const existing = props.correcting?.batch.id ?? e.batch_id
  try {
    const made = await api.logBake({
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
                lots: chosenLots.value,
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
        measured: e.measured,
        notes: e.notes,
        photo_id: e.photo_id ?? null,
        sure,
      },
    })
    if (!props.correcting) kept.value = null
    await askAnew(queryClient, 'bakes', 'shelf', 'kitchen')
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
/** What was cleared, to bring back. */
const cleared = ref<Entry | null>(null)
function startOver(): void {
  cleared.value = entry.value
  kept.value = null
  entry.value = emptyEntry(versions.value[0]?.number ?? 1)
  problems.value = {}
  general.value = ''
}
function bringBack(): void {
  if (cleared.value) entry.value = cleared.value
  cleared.value = null
}
</script>

<template>
  <form class="log" autocomplete="off" @submit.prevent="submit()">
    <fieldset v-if="!correcting">
      <legend>Batch</legend>
      <label class="f"
        ><span>Which mixing</span>
        <BFormSelect v-model="entry.batch_id" size="sm">
          <BFormSelectOption :value="null">a new batch</BFormSelectOption>
          <BFormSelectOption v-for="b in batches" :key="b.id" :value="b.id">
            batch {{ b.number }}, version {{ b.version }}, {{ day(b.mixed_on) }}
          </BFormSelectOption>
        </BFormSelect>
      </label>
      <template v-if="entry.batch_id === null">
        <label class="f"
          ><span>of version</span>
          <BFormSelect v-model="entry.version" size="sm">
            <BFormSelectOption v-for="v in versions" :key="v.number" :value="v.number">
              {{ v.number }}: {{ v.note.slice(0, 40) }}
            </BFormSelectOption>
          </BFormSelect>
        </label>
        <EntryField
          v-model="entry.mixed_on"
          label="Mixed on"
          type="date"
          :max="today()"
          :problem="problems['mixed_on']"
        />
        <QuantityField
          v-model="entry.butter_temp_c"
          name="butter_temp_c"
          as="Butter at mixing"
          :problem="problems['butter_temp_c']"
        />
        <QuantityField
          v-model="entry.batch_dough_temp_c"
          name="dough_temp_c"
          as="Dough after mixing"
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
            <BFormSelect v-model="a.ingredient" size="sm" :aria-label="`Added on the spot, ${n + 1}`">
              <BFormSelectOption v-for="i in cures" :key="i" :value="i">{{ name(i) }}</BFormSelectOption>
            </BFormSelect>
            <EntryField v-model="a.grams" label="added" unit="g" :problem="problems[`additions.${n}`]" />
          </div>
          <BButton size="sm" variant="outline-primary" @click="addCure">Add one</BButton>
        </details>
        <details v-if="withLots.length" class="weighed">
          <summary>
            From which delivery? <span class="small-words">its certificate is reckoned with</span>
          </summary>
          <label v-for="l in withLots" :key="l.id" class="added">
            <span>{{ name(l.ingredient) }}</span>
            <select
              class="form-select form-select-sm"
              :value="entry.lots?.[l.id] ?? ''"
              :aria-label="`Delivery of ${name(l.ingredient)}`"
              @change="setLot(l.id, ($event.target as HTMLSelectElement).value)"
            >
              <option value="">not noted</option>
              <option v-for="t in lotsOf(l.ingredient)" :key="t.id" :value="t.id">{{ t.name }}</option>
            </select>
            <span v-if="problems[`lots.${l.id}`]" class="alert-words" role="alert"
              >▲ {{ problems[`lots.${l.id}`] }}</span
            >
          </label>
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
      <QuantityField v-model="entry.age_h" name="age_h" :problem="problems['age_h']" />
      <QuantityField v-model="entry.chill_h" name="chill_h" :problem="problems['chill_h']" />
      <QuantityField
        v-model="entry.dough_temp_c"
        name="dough_temp_c"
        as="Dough at the oven"
        :problem="problems['dough_temp_c']"
      />
      <QuantityField v-model="entry.portion_g" name="portion_g" :problem="problems['portion_g']" />
      <QuantityField v-model="entry.pieces" name="pieces" as="Pieces baked" :problem="problems['pieces']" />
      <label class="f"
        ><span>Oven</span>
        <BFormSelect v-model="entry.oven_id" size="sm">
          <BFormSelectOption :value="null">not noted</BFormSelectOption>
          <BFormSelectOption v-for="o in inUse(kitchen?.ovens, entry.oven_id)" :key="o.id" :value="o.id">{{
            o.name
          }}</BFormSelectOption>
        </BFormSelect>
      </label>
      <QuantityField v-model="entry.oven_c" name="oven_c" as="Oven set to" :problem="problems['oven_c']" />
      <label class="f check"><input v-model="entry.fan" type="checkbox" /> <span>Fan on</span></label>
      <label class="f"
        ><span>Tray</span>
        <BFormSelect v-model="entry.tray_id" size="sm">
          <BFormSelectOption :value="null">not noted</BFormSelectOption>
          <BFormSelectOption v-for="t in inUse(kitchen?.trays, entry.tray_id)" :key="t.id" :value="t.id">{{
            t.name
          }}</BFormSelectOption>
        </BFormSelect>
      </label>
      <QuantityField v-model="entry.minutes" name="minutes" :problem="problems['minutes']" />
    </fieldset>
    <MeasureFields v-model="entry" :problems="problems" />
    <footer>
      <div v-if="asked.length" class="asked" role="alert">
        <span>{{ asked.join(' ') }}</span>
        <BButton size="sm" variant="outline-primary" :disabled="busy" @click="submit(true)">
          They are right: log it
        </BButton>
      </div>
      <p v-else-if="general" class="alert-words" role="alert">▲ {{ general }}</p>
      <span class="push" />
      <BButton v-if="cleared" variant="link" size="sm" @click="bringBack"
        >Bring back what was cleared</BButton
      >
      <BButton v-else-if="!correcting" variant="link" size="sm" @click="startOver">Clear the form</BButton>
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
:deep(fieldset) {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(168px, 1fr));
  gap: 6px 16px;
  padding: 8px 14px 4px;
  align-items: start;
}
:deep(legend) {
  font-size: 0.9375rem;
  font-weight: 650;
  margin: 0;
  grid-column: 1 / -1;
}
:deep(.f > span) {
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
.asked {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--butter-wash);
  border-left: 3px solid var(--butter);
  padding: 4px 10px;
}
</style>
