<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { words } from '@/api/client'
import { useReference } from '@/api/queries'
import { focusUnlessTyping } from '@/ui/focus'

const start = defineModel<'base_ratio' | 'style' | 'empty' | null>({ required: true })

const TITLES = { base_ratio: 'From the base ratio', style: 'From a style', empty: 'From an empty page' }
const { data: reference } = useReference()
const router = useRouter()
const queryClient = useQueryClient()
const name = ref('')
const style = ref('chewy')
const problem = ref('')
const first = (): void => focusUnlessTyping(document.getElementById('dough-name'), '.modal')
const busy = ref(false)
const open = computed({ get: () => start.value !== null, set: (v) => (start.value = v ? start.value : null) })
const shown = ref<'base_ratio' | 'style' | 'empty'>('base_ratio')

watch(start, (now) => {
  problem.value = ''
  if (now) shown.value = now
})

async function create(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    const made = await api.createDough({
      body: { name: name.value, start: shown.value, style: shown.value === 'style' ? style.value : '' },
    })
    name.value = ''
    start.value = null
    void askAnew(queryClient, 'shelf')
    await router.push(`/dough/${made.id}/${shown.value === 'style' ? 'formula' : 'target'}`)
  } catch (error) {
    problem.value = words(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal v-model="open" title-tag="h2" title-class="h3" :title="TITLES[shown]" no-footer @shown="first">
    <BForm @submit.prevent="create">
      <label class="form-label" for="dough-name">What will it be called?</label>
      <BFormInput id="dough-name" v-model="name" maxlength="80" autocomplete="off" />
      <template v-if="shown === 'style'">
        <label class="form-label mt-3" for="dough-style">Style</label>
        <BFormSelect id="dough-style" v-model="style">
          <BFormSelectOption v-for="s in reference?.styles ?? []" :key="s.id" :value="s.id">
            {{ s.name }}: {{ s.wanted }}
          </BFormSelectOption>
        </BFormSelect>
      </template>
      <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
      <div class="mt-3 d-flex gap-2 justify-content-end">
        <BButton variant="outline-primary" @click="start = null">Not now</BButton>
        <BButton type="submit" variant="primary" :disabled="busy">Put it on the shelf</BButton>
      </div>
    </BForm>
  </BModal>
</template>
