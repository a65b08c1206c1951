<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'

const KINDS = [
  { id: 'formula', name: 'Formula file (JSON)' },
  { id: 'recipe', name: 'Recipe (schema.org JSON-LD)' },
  { id: 'table', name: 'Table (CSV)' },
  { id: 'markdown', name: 'Markdown' },
] as const

const dough = theDough()
const open = ref(false)
const kind = ref<(typeof KINDS)[number]['id']>('formula')
const written = ref<Schemas['WrittenOut'] | null>(null)
const problem = ref('')

async function write(): Promise<void> {
  problem.value = ''
  try {
    await dough.save()
    written.value = await api.written({
      params: { path: { dough_id: dough.id.value, kind: kind.value } },
    })
  } catch (error) {
    problem.value = words(error)
  }
}
function hand(): void {
  if (!written.value) return
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([written.value.text], { type: written.value.media }))
  link.download = written.value.filename
  link.click()
  URL.revokeObjectURL(link.href)
}
function show(): void {
  open.value = true
  void write()
}
</script>

<template>
  <BButton size="sm" variant="outline-primary" @click="show">Write out …</BButton>
  <BModal v-model="open" title-tag="h2" title-class="h3" title="Write the draft out" no-footer size="lg">
    <label class="form-label" for="write-kind">As</label>
    <select id="write-kind" v-model="kind" class="form-select" @change="write">
      <option v-for="k in KINDS" :key="k.id" :value="k.id">{{ k.name }}</option>
    </select>
    <p class="small-words mt-2 mb-0">
      Or all of it in one file, with versions, bakes, photos and series, for another kitchen:
      <a :href="`/api/doughs/${dough.id.value}/file`" download>save the whole dough</a>
    </p>
    <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
    <template v-if="written">
      <p class="mt-2 mb-1">
        Left out: {{ written.dropped.join('; ') }}. Everything else is read back as it was.
      </p>
      <pre tabindex="0">{{ written.text }}</pre>
      <div class="d-flex justify-content-end">
        <BButton variant="primary" @click="hand">Save {{ written.filename }}</BButton>
      </div>
    </template>
  </BModal>
</template>

<style scoped>
pre {
  max-height: 42vh;
  overflow: auto;
  background: var(--enamel-2);
  padding: 8px 10px;
  font-size: 0.8125rem;
}
</style>
