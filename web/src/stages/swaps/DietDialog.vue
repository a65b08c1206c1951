<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/calls'
import { words } from '@/api/client'
import { useReference } from '@/api/queries'
import { theDough } from '@/dough/key'
import { focusUnlessTyping } from '@/ui/focus'

const props = defineProps<{ picks: Record<string, string> }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ kept: [] }>()

const dough = theDough()
const router = useRouter()
const { data: reference } = useReference()
const name = ref('')
const problem = ref('')
const busy = ref(false)
const needs = computed(() => {
  const t = dough.work.value?.target
  const named = (t?.needs ?? []).map((n) => reference.value?.needs.find((x) => x.id === n)?.name ?? n)
  const amounts = (t?.wishes ?? []).map(
    (w) => reference.value?.wishes.find((x) => x.id === w.need)?.label ?? w.need,
  )
  return [...named, ...amounts].join(', ')
})
const first = (): void => focusUnlessTyping(document.getElementById('diet-name'), '.modal')

watch(open, (now) => {
  problem.value = ''
  if (now) name.value = `${dough.work.value?.name ?? ''}, ${needs.value}`.slice(0, 80)
})

async function keep(): Promise<void> {
  const work = dough.work.value
  if (!work) return
  busy.value = true
  try {
    await dough.save()
    const made = await api.makeDietVersion({
      params: { path: { dough_id: dough.id.value } },
      body: { name: name.value, target: work.target, picks: props.picks },
    })
    // The parent goes on without the needs its diet version now meets.
    dough.change({ target: { ...work.target, needs: [], wishes: [] } })
    await dough.save()
    open.value = false
    emit('kept')
    await router.push(`/dough/${made.id}/swaps`)
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
    title="Keep as a diet version"
    no-footer
    @shown="first"
  >
    <p>
      A dough of its own ({{ needs }}), with these swaps made. When this one changes, it shows what would
      follow and waits for you. The needs move over to it.
    </p>
    <BForm @submit.prevent="keep">
      <label class="form-label" for="diet-name">Its name</label>
      <BFormInput id="diet-name" v-model="name" maxlength="80" />
      <p v-if="problem" class="alert-words mt-2" role="alert">▲ {{ problem }}</p>
      <div class="mt-3 d-flex gap-2 justify-content-end">
        <BButton variant="outline-primary" @click="open = false">Not yet</BButton>
        <BButton type="submit" variant="primary" :disabled="busy">Keep the diet version</BButton>
      </div>
    </BForm>
  </BModal>
</template>
