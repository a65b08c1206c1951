<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { computed } from 'vue'
import { day } from '@/ui/format'

/** A link that was just made: told once. The secret stands after the #, so that no server log ever holds it. */
const props = defineProps<{ link: { secret: string; ends_at: string; whose: string } }>()
const address = computed(() => `${window.location.origin}/join#${props.link.secret}`)
const { copy, copied, isSupported } = useClipboard()
</script>

<template>
  <div class="link" role="status">
    <label
      >{{ link.whose ? `${link.whose} sets a new password here:` : 'They join here:' }}
      <input
        class="form-control form-control-sm fig"
        readonly
        :value="address"
        @focus="($event.target as HTMLInputElement).select()"
    /></label>
    <BButton v-if="isSupported" size="sm" variant="outline-primary" @click="copy(address)">{{
      copied ? 'Copied' : 'Copy'
    }}</BButton>
    <p class="small-words">
      Holds once, until {{ day(link.ends_at) }}. It is shown only now: hand it over yourself, it opens the
      kitchen to whoever has it.
    </p>
  </div>
</template>

<style scoped>
.link {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 6px 10px;
  align-items: end;
  background: var(--butter-wash);
  padding: 8px 12px;
  margin-bottom: 8px;
}
p {
  grid-column: 1 / -1;
  margin: 0;
}
</style>
