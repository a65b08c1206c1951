<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { theDough } from '@/dough/key'
import { fixed } from '@/ui/format'
import { span } from './times'
import { useAsk } from '@/api/ask'
import { useRoom } from './useRoom'

const dough = theDough()
const butter = computed(
  () =>
    (dough.work.value?.draft.lines ?? []).find((x) =>
      ['butter', 'butter_s', 'butter_eu'].includes(x.ingredient),
    ) ?? null,
)
const before = ref(butter.value?.grams == null ? '' : String(butter.value.grams))
const after = ref('')
const strained = ref(false)
const room = useRoom()
const { answer, problem } = useAsk(
  () => [before.value, after.value, strained.value, room.value, butter.value?.ingredient],
  () =>
    api.browned({
      body: {
        butter: butter.value?.ingredient ?? 'butter',
        before_g: before.value,
        after_g: after.value,
        strained: strained.value,
        room_c: room.value,
      },
    }),
)
</script>

<template>
  <div>
    <p class="alert-words caution">▲ {{ answer?.caution }}</p>
    <form class="set" @submit.prevent>
      <label
        >Before
        <input
          v-model.lazy="before"
          class="form-control form-control-sm"
          aria-label="Butter before browning, g"
        />
        g</label
      >
      <label
        >after
        <input
          v-model.lazy="after"
          class="form-control form-control-sm"
          aria-label="Butter after browning, g"
          :placeholder="fixed(answer?.after_g, 0)"
        />
        g</label
      >
      <label class="tick"><input v-model="strained" type="checkbox" /> strained clear</label>
      <label
        >room
        <input v-model.lazy="room" class="form-control form-control-sm" aria-label="Room for cooling, °C" />
        °C</label
      >
    </form>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <template v-if="answer">
      <p class="one">
        <b class="huge fig">{{ fixed(answer.after_g, 0) }}<small>g</small></b>
        <span
          >left: {{ answer.note
          }}<span class="small-words"
            >{{ fixed(answer.water_lost_g, 0) }} g of water gone<template v-if="answer.solids_lost_g > 0.5"
              >, {{ fixed(answer.solids_lost_g, 0) }} g of milk solids</template
            ></span
          ></span
        >
      </p>
      <p>
        If the formula counted on its water, add <b class="fig">{{ fixed(answer.water_back_g, 0) }} g</b> back
        with the egg. For chew or crispness leave it out. To end with as much as you began with, start with
        {{ fixed(answer.more_butter_g, 0) }} g more.
      </p>
      <table>
        <caption class="small-words">
          Cooling from 130 °C, ±40 %
        </caption>
        <thead>
          <tr>
            <th scope="col"><span class="visually-hidden">where</span></th>
            <th scope="col">below {{ answer.egg_below_c }} °C, for egg</th>
            <th scope="col">soft-set, {{ answer.set_c }} °C</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="c in answer.coolings" :key="c.place">
            <th scope="row">{{ c.name }}</th>
            <td class="fig">{{ span(c.to_egg_min) }}</td>
            <td class="fig">{{ c.to_set_min === null ? 'never' : span(c.to_set_min) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="small-words">△ {{ answer.supercools }}</p>
    </template>
  </div>
</template>

<style scoped>
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
label {
  display: flex;
  gap: 5px;
  align-items: center;
}
input:not([type='checkbox']) {
  width: 66px;
}
.one {
  display: flex;
  gap: 14px;
  align-items: center;
}
.one span span {
  display: block;
}
table {
  width: 100%;
}
caption {
  caption-side: top;
}
th {
  font-weight: 400;
}
thead th,
td {
  text-align: right;
}
thead th {
  font-size: 0.8125rem;
  color: var(--ink-2);
}
tbody tr > * {
  border-top: 1px solid var(--rule);
}
p {
  margin: 6px 0;
}
</style>
