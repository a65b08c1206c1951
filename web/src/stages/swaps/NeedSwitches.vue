<script setup lang="ts">
import { computed, ref } from 'vue'
import { api } from '@/api/calls'
import { ApiError, words, type Schemas } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { editTarget } from '@/stages/target/editTarget'
import TypedBox from '@/ui/TypedBox.vue'

/** Dietary needs as switches on the target; short shows the common ones until the rest is asked for. */
const props = defineProps<{ short?: boolean }>()
const COMMON = new Set([
  'vegan',
  'vegetarian',
  'no_milk',
  'no_egg',
  'no_gluten',
  'no_nuts',
  'no_peanut',
  'no_sesame',
  'no_soy',
  'no_alcohol',
  'no_caffeine',
])

const dough = theDough()
const { data: reference } = useReference()
const problem = ref('')
const all = ref(false)
const target = computed(() => dough.work.value?.target)
const on = computed(() => new Set(target.value?.needs ?? []))
const shown = computed(() =>
  (reference.value?.needs ?? []).filter(
    (n) => all.value || !props.short || COMMON.has(n.id) || on.value.has(n.id),
  ),
)
const wishOf = (id: string): Schemas['WishDoc'] | undefined =>
  target.value?.wishes?.find((w) => w.need === id)

async function send(change: Partial<Schemas['TargetEdit']>): Promise<void> {
  try {
    await editTarget(dough, (now) => ({ target: now, wanted: true, ...change }))
    problem.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
}

async function wish(kind: Schemas['WishKindOut'], by: string | number | null): Promise<void> {
  const work = dough.work.value
  if (!work) return
  const kept = wishOf(kind.id)
  try {
    // What the wish counts from is what the draft holds when it is first made, and stays.
    const now = kept
      ? kept.from_per_100g
      : (await api.per100g({ body: { draft: work.draft } }))[kind.id as keyof Schemas['PerHundredOut']]
    await send({ wish: { need: kind.id, by_pct: by === '' ? null : by, from_per_100g: now } })
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    problem.value = words(error)
  }
}
</script>

<template>
  <div class="needs" role="group" aria-label="Needs">
    <button
      v-for="n in shown"
      :key="n.id"
      type="button"
      role="switch"
      class="need"
      :aria-checked="on.has(n.id)"
      @click="send({ need: n.id, wanted: !on.has(n.id) })"
    >
      <span class="knob" aria-hidden="true" />{{ n.name }}
    </button>
    <span v-for="k in reference?.wishes ?? []" :key="k.id" class="wish" :class="{ on: wishOf(k.id) }">
      <button
        type="button"
        role="switch"
        class="need"
        :aria-checked="wishOf(k.id) !== undefined"
        @click="wish(k, wishOf(k.id) ? null : k.usual_pct)"
      >
        <span class="knob" aria-hidden="true" />{{ k.label }}
      </button>
      <label v-if="wishOf(k.id)">
        by
        <TypedBox
          class="form-control form-control-sm"
          inputmode="decimal"
          :aria-label="`${k.label} by how much, percent`"
          :value="wishOf(k.id)?.by_pct"
          @enter="wish(k, $event)"
        />
        %
      </label>
    </span>
    <BButton v-if="short && !all" size="sm" variant="link" class="more" @click="all = true"
      >more allergens …</BButton
    >
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
  </div>
</template>

<style scoped>
.needs {
  display: flex;
  flex-wrap: wrap;
  gap: 3px 14px;
  align-items: center;
  font-size: 0.875rem;
}
.need,
.more {
  border: 0;
  background: none;
  padding: 1px 0;
  color: var(--ink);
  white-space: nowrap;
}
.more {
  color: var(--cobalt);
  text-decoration: underline;
}
.knob {
  display: inline-block;
  position: relative;
  width: 25px;
  height: 13px;
  border: 1.5px solid var(--mark);
  border-radius: 3px;
  margin-right: 6px;
  vertical-align: -2px;
  background: var(--enamel);
}
.knob::after {
  content: '';
  position: absolute;
  top: 1.5px;
  left: 1.5px;
  width: 9px;
  height: 7px;
  border-radius: 1px;
  background: var(--mark);
}
[aria-checked='true'] {
  font-weight: 650;
}
[aria-checked='true'] .knob {
  background: var(--cobalt);
  border-color: var(--cobalt);
}
[aria-checked='true'] .knob::after {
  left: 12px;
  background: var(--enamel);
}
.wish,
.wish label {
  display: flex;
  align-items: center;
  gap: 5px;
}
.wish input {
  width: 46px;
  text-align: right;
  padding: 0 4px;
}
p {
  width: 100%;
  margin: 0;
}
</style>
