<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { words, type Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { clock, day, grams } from '@/ui/format'

/** Drafts as they were between versions: looked at beside the draft, and gone back to. */
const emit = defineEmits<{ look: [Schemas['KeptDraftOut']] }>()
const dough = theDough()
const router = useRouter()
const open = ref(false)
const kept = shallowRef<Schemas['KeptDraftOut'][]>([])
const problem = ref('')

async function show(): Promise<void> {
  open.value = !open.value
  if (!open.value) return
  try {
    kept.value = await api.keptDrafts({ params: { path: { dough_id: dough.id.value } } })
    problem.value = ''
  } catch (error) {
    problem.value = words(error)
  }
}
async function goBack(id: number): Promise<void> {
  try {
    await dough.goBackTo(id)
    await router.push({ name: 'formula' })
  } catch (error) {
    problem.value = words(error)
  }
}
</script>

<template>
  <section class="kept">
    <button type="button" class="btn btn-link small-words" :aria-expanded="open" @click="show">
      {{ open ? '▾' : '▸' }} Drafts between versions
    </button>
    <p v-if="problem" class="alert-words" role="alert">▲ {{ problem }}</p>
    <p v-if="open && !kept.length && !problem" class="small-words">
      None yet: what stands for ten minutes, or is written over by someone else, is kept here.
    </p>
    <ol v-if="open">
      <li v-for="k in kept" :key="k.id">
        <span
          >{{ day(k.saved_at) }}, {{ clock(k.saved_at) }}
          <span class="small-words"
            >{{ k.saved_by }}, {{ k.lines }} {{ k.lines === 1 ? 'line' : 'lines' }},
            {{ grams(k.grams) }} g</span
          ></span
        >
        <span class="small-words ways">
          <BButton size="sm" variant="link" @click="emit('look', k)">compare</BButton>
          <BButton size="sm" variant="link" @click="goBack(k.id)">go back to it</BButton>
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.kept {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}
ol {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
li {
  padding: 3px 0;
}
.ways {
  display: flex;
  gap: 14px;
}
p {
  margin: 4px 0;
}
</style>
