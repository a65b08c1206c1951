<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { grams } from '@/ui/format'
import TypedBox from '@/ui/TypedBox.vue'

const props = defineProps<{ account: Schemas['LeaveningOut'] | null }>()
const emit = defineEmits<{ wanted: [number | null] }>()
const dough = theDough()
const wanted = ref('')

const most = computed(() => Math.max(1, ...(props.account?.gas ?? []).map((g) => g.cold_ml + g.warm_ml)))
const acids = computed(() => (props.account?.acids ?? []).filter((a) => Math.abs(a.soda_g) >= 0.005))
const contact = computed(() => dough.work.value?.draft.process?.contact_share_pct ?? 10)
const locked = computed(() => acids.value.some((a) => a.contact < 1))
/** Where a pH from 5 to 9.5 stands on its strip, percent. */
const at = (ph: number): string => `${Math.min(100, Math.max(0, ((ph - 5) / 4.5) * 100))}%`

function want(): void {
  const n = Number(wanted.value.replace(',', '.'))
  emit('wanted', wanted.value.trim() === '' || !Number.isFinite(n) || n < 0 ? null : n)
}
async function take(l: Schemas['Lift']): Promise<void> {
  const round = (n: number): number => Math.round(n * 10) / 10
  await dough.edit({
    op: 'leaven',
    soda_g: round(l.soda_g),
    powder_g: round(l.powder_g),
    tartar_g: round(l.tartar_g),
  })
}
const recipe = (l: Schemas['Lift']): string =>
  [
    [l.soda_g, 'soda'],
    [l.tartar_g, 'tartar'],
    [l.powder_g, 'powder'],
  ]
    .filter(([n]) => Number(n) >= 0.05)
    .map(([n, w]) => `${Number(n).toFixed(1)} g ${w}`)
    .join(' + ') || 'none'
</script>

<template>
  <p v-if="!account">Add flour to see the account of gas and acid.</p>
  <template v-else>
    <section>
      <h3>
        Gas <b class="fig">{{ account.ml.toFixed(0) }} ml</b>
        <span class="small-words"
          >of CO₂ at 25 °C, {{ account.ml_per_100_flour.toFixed(0) }} ml per 100 g of flour: cold (full) and
          in the oven (hatched)</span
        >
      </h3>
      <div v-for="g in account.gas" :key="g.name" class="gas" :title="g.note">
        <span>{{ g.name }}</span>
        <span class="bar" aria-hidden="true">
          <i class="cold" :style="{ width: `${(100 * g.cold_ml) / most}%` }" />
          <i class="warm" :style="{ width: `${(100 * g.warm_ml) / most}%` }" />
        </span>
        <span class="fig small-words">{{ g.cold_ml.toFixed(0) }} + {{ g.warm_ml.toFixed(0) }} ml</span>
      </div>
      <p v-if="account.gas.length === 0" class="small-words">No leavener: steam and creamed air lift it.</p>
    </section>
    <section>
      <h3>
        Soda left over <b class="fig">{{ account.net_soda_g.toFixed(1) }} g</b>
        <span class="small-words">{{ account.left_pct.toFixed(2) }} % of flour, oats, cocoa and meal</span>
      </h3>
      <p :class="account.taste_state === 'in' ? 'small-words' : 'alert-words'">
        {{ account.taste_state === 'in' ? '' : '▲ ' }}{{ account.taste }}
      </p>
      <table v-if="acids.length" class="acids">
        <caption class="visually-hidden">
          Acid by source, as the soda it takes up
        </caption>
        <tr v-for="a in acids" :key="a.line_id">
          <th scope="row">
            {{ a.name }}
            <span v-if="a.contact < 1" class="small-words">{{ (100 * a.contact).toFixed(0) }} % counts</span>
          </th>
          <td class="fig">{{ a.soda_g.toFixed(2) }} g</td>
        </tr>
      </table>
      <p v-if="locked" class="contact small-words">
        <label for="contact">Acid of whole pieces that meets the dough, a guess</label>
        <TypedBox
          id="contact"
          class="form-control form-control-sm"
          :value="contact"
          inputmode="decimal"
          @enter="dough.edit({ op: 'process', field: 'contact_share_pct', value: $event })"
        />
        %
      </p>
    </section>
    <section>
      <h3>pH <span class="small-words">by the account, ± 0.5</span></h3>
      <div
        class="strip"
        role="img"
        :aria-label="`pH ${account.ph.toFixed(1)} in the dough, ${account.baked_ph.toFixed(1)} baked`"
      >
        <i
          class="soft"
          :style="{ left: at(account.ph - 0.5), right: `calc(100% - ${at(account.ph + 0.5)})` }"
        />
        <i class="dot" :style="{ left: at(account.ph) }" /><i
          class="dot baked"
          :style="{ left: at(account.baked_ph) }"
        />
        <span style="left: 0">5</span><span :style="{ left: at(7) }">7</span><span style="right: 0">9.5</span>
      </div>
      <p class="small-words">
        <b class="fig">{{ account.ph.toFixed(1) }}</b> in the dough,
        <b class="fig">{{ account.baked_ph.toFixed(1) }}</b> baked. Browns
        {{ account.browning.toFixed(1) }} times as fast as at pH 7<template
          v-if="account.wider_high_pct >= 0.5"
          >; the alkali makes it some {{ account.wider_low_pct.toFixed(0) }} to
          {{ account.wider_high_pct.toFixed(0) }} % wider (a rule of thumb; the forecast has its
          own)</template
        >.
      </p>
    </section>
    <section>
      <h3>
        <label for="wanted-ml">For a lift of</label>
        <BFormInput
          id="wanted-ml"
          v-model="wanted"
          size="sm"
          inputmode="decimal"
          :placeholder="account.ml.toFixed(0)"
          @change="want"
        />
        ml
      </h3>
      <div v-for="l in account.lifts" :key="l.name" class="lift">
        <BButton size="sm" variant="outline-primary" @click="take(l)">{{ recipe(l) }}</BButton>
        <span class="small-words"
          ><b>{{ l.name }}</b
          >: {{ l.words
          }}<template v-if="l.left_soda_g > 0.05"
            >; {{ grams(l.left_soda_g) }} g of soda left over</template
          ></span
        >
      </div>
    </section>
    <section v-if="account.notes.length">
      <h3>Worth knowing here</h3>
      <p v-for="n in account.notes" :key="n" class="small-words">{{ n }}</p>
    </section>
  </template>
</template>

<style scoped>
section {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0 8px;
}
h3 {
  font-size: 0.9375rem;
  margin: 0 0 4px;
  display: flex;
  gap: 8px;
  align-items: baseline;
}
h3 b {
  white-space: nowrap;
}
h3 input,
.contact input {
  width: 70px;
  text-align: right;
}
p {
  margin: 2px 0;
}
.gas {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 128px;
  gap: 8px;
  align-items: center;
  font-size: 0.8125rem;
}
.gas .fig {
  text-align: right;
}
.bar {
  display: flex;
  height: 10px;
}
.cold {
  background: var(--mark);
}
.warm {
  background: repeating-linear-gradient(135deg, var(--mark) 0 2px, var(--cobalt-wash) 2px 5px);
}
.acids {
  width: 100%;
  font-size: 0.8125rem;
}
.acids th {
  font-weight: 400;
}
.acids td {
  text-align: right;
}
.contact {
  display: flex;
  gap: 6px;
  align-items: center;
}
.strip {
  position: relative;
  height: 26px;
  margin: 0 6px;
  border-bottom: 2px solid var(--graph-strong);
}
.strip span {
  position: absolute;
  bottom: -1.2em;
  font-size: 0.8125rem;
  color: var(--ink-2);
}
.strip + p {
  margin-top: 1.2em;
}
.dot {
  position: absolute;
  bottom: -6px;
  width: 10px;
  height: 10px;
  margin-left: -5px;
  border-radius: 50%;
  background: var(--cobalt);
}
.baked {
  background: var(--enamel);
  border: 2px solid var(--cobalt);
}
.soft {
  position: absolute;
  bottom: 0;
  height: 10px;
  background: var(--cobalt-wash);
}
.lift {
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
  margin-top: 5px;
}
</style>
