<script setup lang="ts">
import { computed } from 'vue'
import { fixed, grams } from '@/ui/format'
import { thePlan } from './key'
import MoreFields from './MoreFields.vue'
import NumberBox from './NumberBox.vue'
import ShapeDrawing from './ShapeDrawing.vue'
import ShapeFields from './ShapeFields.vue'
import ShortOf from './ShortOf.vue'
import SizesTable from './SizesTable.vue'
import type { PlanDoc } from './usePlan'

type Unknown = NonNullable<PlanDoc['unknown']>
const { look, plan, choices, edit } = thePlan()
const p = computed(() => look.value?.portions ?? null)
const one = computed(() => p.value?.divided.sizes[0] ?? null)
const unknown = computed<Unknown>(() => plan.value.unknown ?? 'dough')
const way = computed(() => plan.value.division || p.value?.division.id || '')
const shape = computed(() => plan.value.shape ?? {})
const sizes = computed(() => plan.value.sizes ?? [])
const BOXES: [Unknown, string][] = [
  ['dough', 'dough'],
  ['pieces', 'pieces'],
  ['portion', 'portion'],
  ['loss', 'loss'],
]

function solveFor(u: Unknown): void {
  // What was worked out until now is what is held from now on.
  const d = p.value?.divided
  const held: Partial<PlanDoc> = { unknown: u }
  if (d && one.value) {
    held.pieces = look.value?.pieces ?? null
    held.portion_g = Math.round(one.value.portion_g * 10) / 10
    held.dough_g = Math.round(d.dough_g)
  }
  edit(held)
}
function addSize(): void {
  const now = sizes.value.length
    ? sizes.value
    : [{ name: 'large', pieces: look.value?.pieces ?? 24, portion_g: one.value?.portion_g ?? 45 }]
  const last = now.at(-1)
  edit({
    unknown: 'dough',
    sizes: [
      ...now,
      { name: 'small', pieces: 12, portion_g: Math.round((last?.portion_g ?? 45) * 0.5 * 10) / 10 },
    ],
  })
}
</script>

<template>
  <div class="portions">
    <section class="ask" aria-label="Pieces, portion, dough, loss">
      <fieldset class="solve">
        <legend class="small-words">work out the</legend>
        <label v-for="[u, word] in BOXES" :key="u">
          <input type="radio" name="unknown" :checked="unknown === u" @change="solveFor(u)" /> {{ word }}
        </label>
      </fieldset>
      <div v-if="sizes.length === 0" class="boxes">
        <NumberBox
          label="Pieces"
          :value="unknown === 'pieces' ? null : plan.pieces"
          :follows="look?.pieces ?? null"
          :disabled="unknown === 'pieces'"
          :low="1"
          :high="10000"
          whole
          @enter="edit({ pieces: $event })"
        />
        <NumberBox
          label="Portion"
          unit="g"
          :value="unknown === 'portion' ? null : plan.portion_g"
          :follows="one?.portion_g ?? null"
          :digits="1"
          :disabled="unknown === 'portion'"
          :low="1"
          :high="3000"
          @enter="edit({ portion_g: $event })"
        />
        <NumberBox
          label="Dough"
          unit="g"
          :value="unknown === 'dough' ? null : plan.dough_g"
          :follows="p?.divided.dough_g ?? null"
          :disabled="unknown === 'dough'"
          :low="1"
          :high="500000"
          @enter="edit({ dough_g: $event })"
        />
        <NumberBox
          label="Bowl keeps"
          unit="%"
          :value="unknown === 'loss' ? null : plan.loss_pct"
          :follows="unknown === 'loss' ? (p?.divided.loss_pct ?? null) : (p?.loss.pct ?? null)"
          :digits="1"
          :disabled="unknown === 'loss'"
          :low="0"
          :high="20"
          @enter="edit({ loss_pct: $event })"
        />
      </div>
      <SizesTable v-else />
      <p class="small-words">
        {{ p?.loss.words }}
        <button type="button" class="plain" @click="addSize">several sizes</button>
      </p>
      <p v-if="p && p.sizes.length > 1" class="note">
        On a mixed tray {{ p.sizes[0]?.name }} leave first, at minute {{ fixed(p.sizes[0]?.minutes, 1) }};
        {{ p.sizes.at(-1)?.name }} at {{ fixed(p.sizes.at(-1)?.minutes, 1) }}.
      </p>
      <div class="shape">
        <label class="small-words" for="way">divided</label>
        <BFormSelect
          id="way"
          size="sm"
          :model-value="way"
          @update:model-value="edit({ division: String($event) })"
        >
          <BFormSelectOption v-for="d in choices?.divisions ?? []" :key="d.id" :value="d.id">{{
            d.name
          }}</BFormSelectOption>
        </BFormSelect>
      </div>
      <ShapeFields :way="way" />
      <MoreFields />
    </section>
    <section v-if="p" class="follows" aria-label="What follows">
      <ShapeDrawing :portions="p" :way="way" :across="shape.across ?? 4" :along="shape.along ?? 6" />
      <ul v-if="p.contradictions.length" class="wrong">
        <li v-for="c in p.contradictions" :key="c" class="alert-words">▲ {{ c }}</li>
      </ul>
      <ShortOf :short="look?.short ?? []" />
      <dl>
        <div>
          <dt>on bowl and tools</dt>
          <dd class="fig">{{ grams(p.divided.lost_g) }} g</dd>
        </div>
        <div v-if="p.divided.rest_words">
          <dt>over</dt>
          <dd>{{ p.divided.rest_words }}</dd>
        </div>
        <div v-for="f in p.figures" :key="f.name">
          <dt>{{ f.name }}</dt>
          <dd class="fig">{{ fixed(f.value, f.unit === 'pieces' || f.unit === '' ? 0 : 1) }} {{ f.unit }}</dd>
        </div>
        <div>
          <dt>formula times</dt>
          <dd class="fig">{{ fixed(p.factor, 2) }}</dd>
        </div>
        <div>
          <dt>density</dt>
          <dd class="fig">{{ fixed(p.density.g_per_ml, 2) }} ± {{ fixed(p.density.sd, 2) }} g/ml</dd>
        </div>
      </dl>
      <p class="small-words">Density {{ p.density.words }}.</p>
      <p v-for="w in p.shape_words" :key="w">{{ w }}</p>
      <p v-for="w in p.mixings.words" :key="w">{{ w }}</p>
      <p v-if="look?.evenness_words">
        {{ look.evenness_words }} <span class="small-words">from the bake model</span>
      </p>
      <p v-if="look?.alike" class="note">
        <b>With {{ look.alike.name }}</b
        >: {{ grams(look.alike.first_g) }} g and {{ grams(look.alike.second_g) }} g. {{ look.alike.words }}
        <span v-for="m in look.alike.mends" :key="m" class="mend">{{ m }}</span>
      </p>
      <p v-if="look?.whole?.length" class="small-words">
        Eggs come whole at
        <button
          v-for="w in look.whole?.slice(0, 4)"
          :key="w.eggs"
          type="button"
          class="plain"
          @click="edit({ unknown: 'pieces', dough_g: Math.round(w.dough_g), sizes: [] })"
        >
          {{ w.eggs }} ({{ grams(w.dough_g) }} g)
        </button>
      </p>
    </section>
  </div>
</template>

<style scoped>
.portions {
  display: grid;
  grid-template-columns: minmax(280px, 400px) minmax(0, 1fr);
  gap: 0 22px;
}
.solve {
  display: flex;
  gap: 12px;
  align-items: center;
  margin-bottom: 6px;
}
.solve legend {
  float: left;
  width: auto;
  margin: 0;
}
.boxes {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 4px 10px;
  margin-bottom: 6px;
}
.shape {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 8px 0 6px;
}
.plain {
  border: 0;
  background: none;
  color: var(--cobalt);
  padding: 0 4px;
  font-size: 0.875rem;
}
p {
  margin: 0 0 4px;
}
.note {
  border-left: 3px solid var(--butter);
  padding-left: 8px;
}
.mend {
  display: block;
}
dl {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2px 18px;
  margin: 6px 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  border-bottom: 1px solid var(--rule);
}
dt {
  font-weight: 400;
  color: var(--ink-2);
}
dd {
  margin: 0;
  text-align: right;
}
.wrong {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
@media (max-width: 1100px) {
  .portions {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 500px) {
  .boxes,
  dl {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
