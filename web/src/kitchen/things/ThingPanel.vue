<script setup lang="ts">
import { computed, toRef } from 'vue'
import { api } from '@/api/calls'
import { useRights } from '@/api/queries'
import FactFields from '../FactFields.vue'
import UndoBar from '../UndoBar.vue'
import type { Kind, Thing } from '../facts'
import { useThing } from '../useThing'
import DeviceLive from './DeviceLive.vue'
import LotDoughs from './LotDoughs.vue'
import LotPrices from './LotPrices.vue'
import OvenMap from './OvenMap.vue'
import OvenTest from './OvenTest.vue'
import ScaleCheck from './ScaleCheck.vue'

/** One thing: its boxes, what was learned of it, its checks. thing null: a new one. */
const props = defineProps<{ kind: Kind; thing: Thing | null }>()
const emit = defineEmits<{ made: [Thing] }>()
const may = useRights()
const form = useThing(toRef(props, 'kind'), toRef(props, 'thing'))
const mayChange = computed(() => may('furnish'))

async function save(): Promise<void> {
  const isNew = props.thing === null
  const kept = await form.save()
  if (kept && isNew) emit('made', kept)
}
function testOven(entry: { set_c: string; readings: string }): void {
  const path = { thing_id: props.thing?.id ?? 0 }
  void form.write(
    () => api.testOven({ params: { path }, body: { ...entry, revision: form.revision.value } }),
    'The offset is kept.',
  )
}
function checkScale(entry: { weight_g: string; shown_g: string }): void {
  const path = { thing_id: props.thing?.id ?? 0 }
  void form.write(() => api.checkScale({ params: { path }, body: entry }), 'Checked.')
}
</script>

<template>
  <section class="panel one" :aria-label="thing ? thing.name : `A new ${kind.one}`">
    <header>
      <h2>{{ thing ? thing.name : `A new ${kind.one}` }}</h2>
      <span v-if="thing?.retired_at" class="small-words">out of use</span>
      <span v-if="thing?.bakes" class="small-words"
        >{{ thing.bakes }} {{ thing.bakes === 1 ? 'bake' : 'bakes' }} in it</span
      >
    </header>
    <p v-if="thing?.learned && kind.id !== 'scale'" class="learned">
      {{ thing.learned }}
    </p>
    <form @submit.prevent="save">
      <FactFields
        v-model="form.facts.value"
        :fields="kind.fields"
        :problems="form.problems.value"
        :theirs="form.theirs.value"
        :disabled="!mayChange"
      />
      <div class="acts">
        <BButton
          v-if="mayChange"
          type="submit"
          size="sm"
          variant="primary"
          :disabled="form.busy.value || (thing !== null && !form.isChanged.value)"
          >{{ thing ? 'Save' : `Put it in the kitchen` }}</BButton
        >
        <BButton v-if="form.isChanged.value" size="sm" variant="outline-primary" @click="form.start()"
          >Leave it as it was</BButton
        >
        <button
          v-if="thing && mayChange"
          type="button"
          class="btn btn-link small-words push"
          @click="form.retire(thing.retired_at !== null)"
        >
          {{ thing.retired_at ? 'Use it again' : 'Retire it' }}
        </button>
        <UndoBar :done="form.done.value" :problem="form.problem.value" @take-back="form.takeBack()" />
      </div>
    </form>
    <OvenTest
      v-if="thing && kind.id === 'oven' && mayChange"
      :problems="form.problems.value"
      :busy="form.busy.value"
      @test="testOven"
    />
    <OvenMap
      v-if="thing && kind.id === 'oven' && !thing.retired_at"
      :key="`map ${thing.id}`"
      :oven="thing"
      :may-record="may('record')"
    />
    <DeviceLive
      v-if="thing && kind.id === 'device' && !thing.retired_at"
      :key="thing.id"
      :thing="thing"
      :may-record="may('record')"
    />
    <template v-if="thing && kind.id === 'lot'">
      <LotPrices :key="`p${thing.id}-${thing.revision}`" :lot="thing" />
      <LotDoughs :key="`${thing.id}-${thing.revision}`" :lot="thing" />
    </template>
    <ScaleCheck
      v-if="thing && kind.id === 'scale' && may('record')"
      :problems="form.problems.value"
      :busy="form.busy.value"
      :last="thing.learned"
      @check="checkScale"
    />
  </section>
</template>

<style scoped>
.one {
  padding: 12px 16px 14px;
  display: flex;
  flex-direction: column;
  gap: 10px;
  align-self: start;
  /* What was picked far down the list is seen beside it. */
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 24px);
  overflow-y: auto;
}
@media (max-width: 1180px) {
  .one {
    position: static;
    max-height: none;
  }
}
header {
  display: flex;
  align-items: baseline;
  gap: 14px;
}
h2 {
  font-size: 1.125rem;
  margin: 0;
}
.learned {
  margin: 0;
  font-weight: 600;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin-top: 12px;
}
.push {
  margin-left: auto;
}
</style>
