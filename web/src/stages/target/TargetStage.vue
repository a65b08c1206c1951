<script setup lang="ts">
import { computed, ref } from 'vue'
import { ApiError, client, data } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import type { Target } from '@/dough/useDough'
import AmountBox from '@/ui/AmountBox.vue'
import { fixed } from '@/ui/format'
import ScoreSlider from './ScoreSlider.vue'
import ShadeStrip from './ShadeStrip.vue'
import StyleShelf from './StyleShelf.vue'

type Key =
  'diameter_mm' | 'height_mm' | 'rim_crisp' | 'middle_soft' | 'bite_chewy' | 'crumb_cakey' | 'crust_l'

const dough = theDough()
const { data: reference } = useReference()
const problems = ref<Record<string, string>>({})
const dragFrom = ref(dough.work.value)

const target = computed<Target>(() => dough.work.value?.target ?? { source: 'not set' })
const cookie = computed(() => target.value.cookie ?? {})
const scores = computed(() => (reference.value?.attributes ?? []).filter((a) => a.unit === 'of 100'))
const value = (key: string): number | null => cookie.value[key as Key] ?? null
const styleName = computed(
  () => reference.value?.styles.find((s) => s.id === target.value.style_id)?.name ?? '',
)

/** Let the server read what was typed, then take the target it makes of it. */
async function set(field: string, typed: string | number | null): Promise<void> {
  try {
    const made = await data(
      client.POST('/api/doughs/target-edit', { body: { target: target.value, field, value: typed } }),
    )
    problems.value = {}
    dough.change({ target: made })
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problems.value = { [field]: error.message }
  }
}

async function takeStyle(style: string): Promise<void> {
  const made = await data(client.POST('/api/doughs/target-edit', { body: { target: target.value, style } }))
  problems.value = {}
  dough.change({ target: made, style })
}

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
  const now = dough.work.value
  if (!before || !now) return
  const made = await data(
    client.POST('/api/doughs/target-edit', { body: { target: before.target, field: key, value: score } }),
  )
  dough.change({ target: made }, { from: before })
}
</script>

<template>
  <section class="target panel" aria-label="Target">
    <header>
      <h2>The wanted cookie</h2>
      <span class="small-words">
        {{ target.source
        }}<template v-if="styleName && !target.source?.includes(styleName.toLowerCase())"
          >, from {{ styleName }}</template
        >
      </span>
    </header>
    <div class="body">
      <div class="wish">
        <h3>Size</h3>
        <div class="sizes">
          <label
            v-for="[key, label, unit] in [
              ['diameter_mm', 'Diameter', 'mm'],
              ['height_mm', 'Height', 'mm'],
              ['portion_g', 'Portion', 'g'],
            ] as const"
            :key="key"
          >
            <span>{{ label }}</span>
            <AmountBox
              :label="`Target ${label.toLowerCase()}`"
              :shown="
                key === 'portion_g'
                  ? target.portion_g == null
                    ? ''
                    : String(target.portion_g)
                  : value(key) === null
                    ? ''
                    : String(value(key))
              "
              :unit="unit"
              :problem="problems[key] ?? ''"
              :describedby="`target-${key}`"
              @enter="set(key, $event)"
            />
          </label>
        </div>
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
          Texture <span class="small-words">0 to 100, as you would judge it about an hour after baking</span>
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
          Crust
          <span class="small-words"
            >L* {{ fixed(value('crust_l'), 0) }}; screens differ, so trust a shade beside a cookie</span
          >
        </h3>
        <ShadeStrip
          :shades="reference?.shades ?? []"
          :value="value('crust_l')"
          label="Wanted crust shade"
          @pick="set('crust_l', $event)"
        />
      </div>
      <StyleShelf :styles="reference?.styles ?? []" :chosen="target.style_id ?? ''" @pick="takeStyle" />
    </div>
  </section>
</template>

<style scoped>
.target {
  display: flex;
  flex-direction: column;
}
header {
  display: flex;
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
  margin: 16px 0 6px;
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
  grid-template-columns: minmax(340px, 1fr) minmax(320px, 400px);
  gap: 28px;
  padding: 14px;
  overflow-y: auto;
}
.sizes {
  display: flex;
  gap: 8px 24px;
  flex-wrap: wrap;
}
.sizes label {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.sizes :deep(input) {
  width: 56px;
  flex: none;
  font-size: 1.125rem;
}
@media (max-width: 1100px) {
  .body {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
