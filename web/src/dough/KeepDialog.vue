<script setup lang="ts">
import { ref, watch } from 'vue'
import { words } from '@/api/client'
import { focusUnlessTyping } from '@/ui/focus'
import { theDough } from './key'

defineProps<{ number: number }>()
const open = defineModel<boolean>({ required: true })

const dough = theDough()
const note = ref('')
const problem = ref('')
const first = (): void => focusUnlessTyping(document.getElementById('keep-note'), '.modal')
const busy = ref(false)

watch(open, (now) => {
  problem.value = ''
  // A change taken from “Next” says what it tests; the cook can say it better.
  if (now && note.value === '') note.value = sessionStorage.getItem(`tarte-note-${dough.id.value}`) ?? ''
})

async function keep(): Promise<void> {
  busy.value = true
  problem.value = ''
  try {
    await dough.keep(note.value)
    note.value = ''
    sessionStorage.removeItem(`tarte-note-${dough.id.value}`)
    open.value = false
  } catch (error) {
    problem.value = words(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <BModal
    v-model="open"
    title-tag="h2"
    title-class="h3"
    :title="`Keep as version ${number}`"
    no-footer
    @shown="first"
  >
    <p>A version is never edited again. The draft goes on from it.</p>
    <BForm @submit.prevent="keep">
      <label class="form-label" for="keep-note">What does it try or change?</label>
      <BFormTextarea id="keep-note" v-model="note" rows="3" maxlength="400" />
      <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
      <div class="mt-3 d-flex gap-2 justify-content-end">
        <BButton variant="outline-primary" @click="open = false">Not yet</BButton>
        <BButton type="submit" variant="primary" :disabled="busy">Keep version {{ number }}</BButton>
      </div>
    </BForm>
  </BModal>
</template>
