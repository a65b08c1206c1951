<script setup lang="ts">
/** A button that opens a picture of the cook's own; the same one can be chosen again. */
defineProps<{ disabled?: boolean }>()
const emit = defineEmits<{ picked: [File] }>()

function picked(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) emit('picked', file)
}
</script>

<template>
  <label class="btn btn-sm btn-outline-primary file"
    >Choose a photo
    <input
      class="visually-hidden"
      type="file"
      accept="image/jpeg,image/png,image/webp"
      :disabled="disabled"
      @change="picked"
    />
  </label>
</template>

<style scoped>
.file {
  cursor: pointer;
}
.file:focus-within {
  outline: 2px solid var(--cobalt);
}
</style>
