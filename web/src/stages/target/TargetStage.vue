<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { useQuery } from '@tanstack/vue-query'
import { theDough } from '@/dough/key'
import type { Target } from '@/dough/useDough'
import AmountBox from '@/ui/AmountBox.vue'
import { fixed } from '@/ui/format'
import BriefLimits from './BriefLimits.vue'
import ScoreSlider from './ScoreSlider.vue'
import ShadeStrip from './ShadeStrip.vue'
import NeedSwitches from '@/stages/swaps/NeedSwitches.vue'
import InHandDialog from './InHandDialog.vue'
import { editTarget } from './editTarget'
import StyleShelf from './StyleShelf.vue'
import TextureMap from './TextureMap.vue'
import WordsBox from './WordsBox.vue'

type Key =
  'diameter_mm' | 'height_mm' | 'rim_crisp' | 'middle_soft' | 'bite_chewy' | 'crumb_cakey' | 'crust_l'

const dough = theDough()
const { data: reference, ofRole } = useReference()
const problems = ref<Record<string, string>>({})
const dragFrom = ref(dough.work.value)
const measuring = ref(false)
const shelf = ref(false)
const { data: trail } = useQuery({
  queryKey: ['bakes', dough.id, 'trail'],
  queryFn: () => api.trail({ params: { path: { dough_id: dough.id.value } } }),
})

const target = computed<Target>(() => dough.work.value?.target ?? { source: 'not set' })
const cookie = computed(() => target.value.cookie ?? {})
const scores = computed(() => ofRole('target').filter((a) => a.unit === 'of 100'))
const SIZES = [
  ['diameter_mm', 'Diameter', 'mm'],
  ['height_mm', 'Height', 'mm'],
  ['portion_g', 'Portion', 'g'],
  ['count', 'Pieces', ''],
  ['eat_age_h', 'Eaten at', 'h'],
] as const
const value = (key: string): number | null => cookie.value[key as Key] ?? null
function size(key: (typeof SIZES)[number][0]): string {
  const own = key === 'portion_g' || key === 'count' || key === 'eat_age_h' ? target.value[key] : value(key)
  return own == null ? '' : String(own)
}
const styleName = computed(
  () => reference.value?.styles.find((s) => s.id === target.value.style_id)?.name ?? '',
)

type Wanted = Omit<Schemas['TargetEdit'], 'target' | 'wanted'>
/** Let the server read what is wanted, then take the target it makes of it; a refusal stands at its field. */
async function edit(
  wanted: Partial<Wanted>,
  where: string,
  more: { style?: string; base?: Target } = {},
): Promise<boolean> {
  try {
    const style = more.style === undefined ? {} : { style: more.style }
    await editTarget(dough, (now) => ({ target: more.base ?? now, wanted: true, ...wanted }), style)
    problems.value = {}
    return true
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problems.value = { [where]: error.message }
    return false
  }
}
const set = (field: string, typed: string | number | null): Promise<boolean> =>
  edit({ field, value: typed }, field)

async function takeStyle(style: string): Promise<void> {
  await edit({ style }, 'style', { style })
  shelf.value = false
}

const move = (wanted: Partial<Wanted>): unknown => edit(wanted, 'map')

function slide(key: string, score: number): void {
  const now = dough.work.value
  if (!now) return
  dough.change(
    { target: { ...now.target, cookie: { ...now.target.cookie, [key]: score } } },
    { passing: true },
  )
}
function grab(): void {
  dragFrom.value = dough.work.value
}
async function settle(key: string, score: number): Promise<void> {
  const before = dragFrom.value
  if (!before || !dough.work.value) return
  await edit({ field: key, value: score }, key, { base: before.target })
}
</script>

<template>
  <section class="target panel" aria-label="Target">
    <header>
      <h2>The wanted cookie</h2>
      <span class="small-words source">
        {{ target.source
        }}<template v-if="styleName && !target.source?.includes(styleName.toLowerCase())"
          >, nearest {{ styleName }}</template
        >
      </span>
      <BButton size="sm" variant="outline-primary" @click="shelf = true">Take a style</BButton>
      <BButton size="sm" variant="outline-primary" @click="measuring = true">Measure one in hand</BButton>
    </header>
    <div class="body">
      <div class="place">
        <TextureMap
          :styles="reference?.styles ?? []"
          :chosen="target.style_id ?? ''"
          :target="dough.preview.value?.target_place ?? null"
          :forecast="dough.preview.value?.forecast_place ?? null"
          :trail="trail ?? []"
          @put="move({ place: $event })"
          @nudge="move({ nudge: $event })"
        />
        <WordsBox />
      </div>
      <div class="wish">
        <div class="sizes">
          <label v-for="[key, label, unit] in SIZES" :key="key">
            <span>{{ label }}</span>
            <AmountBox
              :label="`Target ${label.toLowerCase()}`"
              :shown="size(key)"
              :unit="unit"
              :problem="problems[key] ?? ''"
              :describedby="`target-${key}`"
              @enter="set(key, $event)"
            />
          </label>
        </div>
        <label class="packing">
          <span>Kept</span>
          <select
            class="form-select form-select-sm"
            :value="target.packing ?? 'tin'"
            @change="set('packing', ($event.target as HTMLSelectElement).value)"
          >
            <option v-for="p in reference?.packings ?? []" :key="p.id" :value="p.id">{{ p.words }}</option>
          </select>
        </label>
        <p
          v-for="(message, key) in problems"
          :id="`target-${key}`"
          :key="key"
          class="alert-words"
          role="alert"
        >
          ▲ {{ message }}
        </p>
        <h3>
          Texture
          <span class="small-words"
            >0 to 100, {{ target.eat_age_h ? 'when it is eaten' : 'about an hour after baking' }}</span
          >
        </h3>
        <ScoreSlider
          v-for="a in scores"
          :key="a.key"
          :label="a.label"
          :low="a.low_word"
          :high="a.high_word"
          :value="value(a.key)"
          @grab="grab"
          @slide="slide(a.key, $event)"
          @settle="settle(a.key, $event)"
          @clear="set(a.key, null)"
        />
        <h3>
          Crust <span class="small-words">L* {{ fixed(value('crust_l'), 0) }}; screens differ</span>
        </h3>
        <ShadeStrip
          :shades="reference?.shades ?? []"
          :value="value('crust_l')"
          label="Wanted crust shade"
          @pick="set('crust_l', $event)"
        />
        <h3>Needs</h3>
        <NeedSwitches short />
        <p v-if="(target.needs?.length ?? 0) + (target.wishes?.length ?? 0)" class="small-words">
          <RouterLink :to="{ name: 'swaps' }">See which lines break them, and what could stand in</RouterLink>
        </p>
        <h3>Limits <span class="small-words">what the brief asks beside the cookie</span></h3>
        <BriefLimits />
      </div>
    </div>
    <BModal v-model="shelf" title-tag="h2" title-class="h3" title="A style’s typical cookie" no-footer>
      <StyleShelf :styles="reference?.styles ?? []" :chosen="target.style_id ?? ''" @pick="takeStyle" />
    </BModal>
    <InHandDialog v-model="measuring" />
  </section>
</template>

<style scoped>
.target {
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 12px;
  padding: 8px 14px;
  border-bottom: 1px solid var(--rule);
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
h3 {
  font-size: 0.9375rem;
  margin: 11px 0 4px;
}
h3:first-child {
  margin-top: 0;
}
h3 .small-words {
  font-weight: 400;
  margin-left: 8px;
}
.body {
  display: grid;
  grid-template-columns: minmax(380px, 1fr) minmax(280px, 330px);
  gap: 22px;
  padding: 12px 14px;
  overflow-y: auto;
}
.source {
  flex: 1;
}
.place {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.sizes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 18px;
}
.sizes label {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.sizes label > span:first-child {
  flex: 1;
}
.packing {
  display: flex;
  align-items: baseline;
  gap: 8px;
  margin-top: 4px;
}
.packing span {
  flex: 1;
}
.packing select {
  width: auto;
}
.sizes :deep(input) {
  width: 50px;
  flex: none;
}
@media (max-width: 1100px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
