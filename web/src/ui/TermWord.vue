<script setup lang="ts">
import { onClickOutside } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import { useReference } from '@/api/queries'

/**
 * A word whose meaning is one press away. `name` is its key in the glossary; the slot is how it stands in the sentence.
 *
 * Usage: `<TermWord name="clear_miss">clear misses</TermWord>`
 */
const props = defineProps<{ name: string }>()
const { data: reference } = useReference()
const term = computed(() => reference.value?.terms?.find((t) => t.key === props.name))
const open = ref(false)
const root = ref<HTMLElement>()
const id = useId()
onClickOutside(root, () => (open.value = false))
</script>

<template>
  <span ref="root" class="term" @keydown.esc.stop="open = false">
    <button type="button" :aria-expanded="open" :aria-controls="open ? id : undefined" @click="open = !open">
      <slot>{{ term?.word ?? name }}</slot>
    </button>
    <span v-if="open" :id="id" class="meaning" role="note">
      <b>{{ term?.word }}</b> {{ term?.meaning }}
    </span>
  </span>
</template>

<style scoped>
.term {
  position: relative;
  white-space: normal;
}
button {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
  cursor: help;
}
.meaning {
  position: absolute;
  z-index: 20;
  left: 0;
  top: 1.6em;
  width: max-content;
  max-width: min(320px, 80vw);
  padding: 8px 12px;
  background: var(--enamel);
  color: var(--ink);
  border: 1px solid var(--graph-strong);
  border-top: 3px solid var(--cobalt);
  font-size: 0.875rem;
  font-weight: 400;
  text-align: left;
  line-height: 1.35;
  box-shadow: 0 4px 14px rgb(20 30 60 / 18%);
}
</style>
