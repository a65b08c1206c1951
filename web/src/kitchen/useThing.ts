import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, words } from '@/api/client'
import { blank, boxes, typed, type Facts, type Kind, type Thing } from './facts'

/** The boxes of the checks beside a thing's own. */
const CHECKED = ['set_c', 'readings', 'weight_g', 'shown_g']

/** What was last done to a thing, so that it can be taken back. */
export interface Undoable {
  words: string
  event: number
}

/**
 * One thing being made (thing null) or changed: its boxes, what is wrong with them, and what somebody else made of it
 * meanwhile. Usage: `const form = useThing(kind, thing)`, then `await form.save()`.
 */
export function useThing(kind: Ref<Kind>, thing: Ref<Thing | null>) {
  const queryClient = useQueryClient()
  const facts = ref<Facts>({})
  const problems = ref<Record<string, string>>({})
  const problem = ref('')
  const theirs = shallowRef<Facts | null>(null)
  const revision = ref(0)
  const done = shallowRef<Undoable | null>(null)
  const busy = ref(false)

  watch(
    () => `${kind.value.id} ${thing.value?.id ?? ''}`,
    () => {
      start()
      done.value = null
    },
    { immediate: true },
  )
  function start(): void {
    facts.value = thing.value ? boxes(thing.value.facts) : blank(kind.value)
    revision.value = thing.value?.revision ?? 0
    problems.value = {}
    problem.value = ''
    theirs.value = null
  }
  const changed = computed(() => (thing.value ? typed(facts.value, thing.value.facts) : facts.value))
  const isChanged = computed(() => thing.value !== null && Object.keys(changed.value).length > 0)

  async function kept(answer: Thing, said: string): Promise<Thing> {
    await askAnew(queryClient, 'furnished', 'kitchen')
    facts.value = boxes(answer.facts)
    revision.value = answer.revision
    problems.value = {}
    problem.value = ''
    theirs.value = null
    done.value = answer.event ? { words: said, event: answer.event } : null
    return answer
  }
  const isBox = (where: string): boolean =>
    CHECKED.includes(where) || kind.value.fields.some((f) => f.name === where)

  /** Run one write; what is refused stays in the boxes. */
  async function write(ask: () => Promise<Thing>, said: string): Promise<Thing | null> {
    busy.value = true
    try {
      return await kept(await ask(), said)
    } catch (error) {
      problems.value = error instanceof ApiError ? error.byField : {}
      // What stands at its box is not said twice.
      problem.value = Object.keys(problems.value).some(isBox) ? '' : words(error)
      if (error instanceof ApiError && error.status === 409) await lookAgain()
      return null
    } finally {
      busy.value = false
    }
  }
  async function lookAgain(): Promise<void> {
    const now = await api.furnished()
    const found =
      kind.value.id === 'kitchen'
        ? now.kitchen
        : now.things.find((t) => t.kind === kind.value.id && t.id === thing.value?.id)
    if (!found) return
    theirs.value = found.facts
    revision.value = found.revision
  }

  function save(): Promise<Thing | null> {
    const body = { facts: changed.value, revision: revision.value }
    if (kind.value.id === 'kitchen') return write(() => api.changeKitchen({ body }), 'Changed.')
    const path = { kind: kind.value.id, thing_id: thing.value?.id ?? 0 }
    if (!thing.value)
      return write(
        () => api.makeThing({ params: { path: { kind: kind.value.id } }, body: { facts: facts.value } }),
        'It is in the kitchen.',
      )
    return write(() => api.changeThing({ params: { path }, body }), 'Changed.')
  }
  function retire(back = false): Promise<Thing | null> {
    const path = { kind: kind.value.id, thing_id: thing.value?.id ?? 0 }
    return write(
      () => api.retireThing({ params: { path }, body: { revision: revision.value, back } }),
      back ? 'In use again.' : 'Retired: it stays with the bakes that used it.',
    )
  }
  function takeBack(): Promise<Thing | null> {
    const event = done.value?.event ?? 0
    return write(() => api.takeBack({ params: { path: { event_id: event } } }), 'Taken back.')
  }
  return {
    facts,
    problems,
    problem,
    theirs,
    revision,
    done,
    busy,
    isChanged,
    start,
    write,
    save,
    retire,
    takeBack,
  }
}
