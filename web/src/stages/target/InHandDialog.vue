<script setup lang="ts">
import { reactive, ref } from 'vue'
import { ApiError, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { editTarget } from './editTarget'
import ScoreSlider from './ScoreSlider.vue'
import ShadeStrip from './ShadeStrip.vue'

const open = defineModel<boolean>({ required: true })
const dough = theDough()
const { data: reference, ofRole } = useReference()
const problem = ref('')
const typed = reactive({ source: '', mass_g: '', age_h: '', diameters: '', heights: '', stack_of: '' })
const scores = ref<Schemas['CookieDoc']>({})
const KEYS = ['rim_crisp', 'middle_soft', 'bite_chewy', 'crumb_cakey'] as const
const BOXES = [
  ['mass_g', 'Mass', 'g', '38'],
  ['age_h', 'Age since baking', 'h', '3'],
  ['diameters', 'Widths, several', 'mm', '84 86 82'],
  ['heights', 'Heights, or one stack', 'mm', '9.5 10'],
  ['stack_of', 'Cookies in the stack', '', '1'],
] as const

async function take(): Promise<void> {
  const in_hand = { ...typed, scores: scores.value }
  try {
    await editTarget(dough, (target) => ({ target, in_hand }))
    open.value = false
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = error.message
  }
}
</script>

<template>
  <BModal v-model="open" title-tag="h2" title-class="h3" title="A cookie in hand" no-footer size="lg">
    <p class="small-words">
      Measure what you can and leave the rest empty: it stays unknown. Its age stays with it, since a day-old
      cookie is not a fresh one.
    </p>
    <form @submit.prevent="take">
      <label class="form-label" for="hand-source">What is it, and where from?</label>
      <BFormInput id="hand-source" v-model="typed.source" maxlength="80" autocomplete="off" />
      <div class="boxes">
        <label v-for="[key, label, unit, hint] in BOXES" :key="key">
          <span class="form-label">{{ label }}{{ unit ? `, ${unit}` : '' }}</span>
          <BFormInput v-model="typed[key]" :placeholder="hint" autocomplete="off" />
        </label>
      </div>
      <ScoreSlider
        v-for="a in ofRole('target').filter((x) => x.unit === 'of 100')"
        :key="a.key"
        :label="a.label"
        :low="a.low_word"
        :high="a.high_word"
        :value="scores[a.key as (typeof KEYS)[number]] ?? null"
        @slide="scores = { ...scores, [a.key]: $event }"
        @settle="scores = { ...scores, [a.key]: $event }"
        @clear="scores = { ...scores, [a.key]: null }"
      />
      <ShadeStrip
        :shades="reference?.shades ?? []"
        :value="scores.crust_l ?? null"
        label="Its crust shade"
        @pick="scores = { ...scores, crust_l: $event }"
      />
      <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
      <div class="mt-3 d-flex gap-2 justify-content-end">
        <BButton variant="outline-primary" @click="open = false">Not now</BButton>
        <BButton type="submit" variant="primary">Let it be the target</BButton>
      </div>
    </form>
  </BModal>
</template>

<style scoped>
.boxes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 8px;
  margin: 8px 0 12px;
}
</style>
