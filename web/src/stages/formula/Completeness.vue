<script setup lang="ts">
import { computed, ref } from 'vue'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'

const dough = theDough()
const { ingredients } = useReference()
const total = ref('')
const share = ref(1)

const unknown = computed(() =>
  (dough.work.value?.draft.lines ?? []).filter(
    (x) => x.grams === null && x.step !== 'top' && x.step !== 'finish',
  ),
)
const isOpen = (x: { ingredient: string }) => ingredients.value.get(x.ingredient)?.open ?? false
const names = computed(() =>
  unknown.value
    .map((x) =>
      isOpen(x) ? `what “${x.said}” is` : (ingredients.value.get(x.ingredient)?.name ?? x.ingredient),
    )
    .join(', '),
)
/** One amount may follow from a known total; what a thing is doesn't. */
const follows = computed(() => unknown.value.length === 1 && !unknown.value.some(isOpen))
</script>

<template>
  <form v-if="unknown.length" class="missing" @submit.prevent="dough.edit({ op: 'recover', total, share })">
    <b>Still missing:</b> {{ names }}. Nothing can be compared until it is known.
    <template v-if="follows">
      Known total of
      <BFormSelect v-model.number="share" size="sm" aria-label="What the known total is of">
        <BFormSelectOption :value="1">the dough</BFormSelectOption>
        <BFormSelectOption :value="0.5">half of it</BFormSelectOption>
      </BFormSelect>
      <BFormInput
        v-model="total"
        size="sm"
        inputmode="decimal"
        aria-label="Known total in grams"
        placeholder="612"
      />
      g
      <BButton type="submit" size="sm" variant="outline-primary" :disabled="!total.trim()"
        >Work it out</BButton
      >
    </template>
    <span v-if="dough.problemAt('recover')" class="alert-words" role="alert"
      >▲ {{ dough.problemAt('recover') }}</span
    >
  </form>
</template>

<style scoped>
.missing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 7px;
  padding: 4px 0;
}
input {
  width: 76px;
}
select {
  width: auto;
}
</style>
