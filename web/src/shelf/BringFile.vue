<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { bringDough } from '@/api/upload'
import { words } from '@/api/client'
import { askAnew } from '@/api/askAnew'

/** A dough from another kitchen's file: all of it comes in, under ids of its own. */
const box = ref<HTMLInputElement>()
const busy = ref(false)
const problem = ref('')
const router = useRouter()
const queryClient = useQueryClient()

async function bring(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  busy.value = true
  problem.value = ''
  try {
    const made = await bringDough(file)
    await askAnew(queryClient, 'shelf', 'kitchen', 'pantry')
    await router.push(`/dough/${made.id}/versions`)
  } catch (failed) {
    problem.value = words(failed)
  } finally {
    busy.value = false
    if (box.value) box.value.value = ''
  }
}
</script>

<template>
  <div class="bring">
    <button type="button" :disabled="busy" @click="box?.click()">
      <b>{{ busy ? 'Bringing it in …' : 'From another kitchen’s file' }}</b>
      <span class="small-words">a whole dough with its versions, bakes and photos</span>
    </button>
    <input
      ref="box"
      class="visually-hidden"
      type="file"
      accept=".zip"
      tabindex="-1"
      aria-label="A dough’s file"
      @change="bring"
    />
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
  </div>
</template>

<style scoped>
.bring {
  display: contents;
}
p {
  margin: 0;
}
</style>
