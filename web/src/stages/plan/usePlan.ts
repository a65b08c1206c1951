import { useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn, useManualRefHistory } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/calls'
import { useAsk } from '@/api/ask'
import { askAnew } from '@/api/askAnew'
import { ApiError, words, type Schemas } from '@/api/client'
import { useRights } from '@/api/queries'
import { theDough } from '@/dough/key'

export type PlanDoc = Schemas['PlanDoc']
export type Kept = Schemas['KeptPlanOut']
export type State = 'new' | 'saved' | 'dirty' | 'saving' | 'stale' | 'failed'

const SAVE_MS = 700
const AGAIN_MS = 4000

/** The day after a date, as ISO. */
export function dayAfter(iso: string, days = 1): string {
  const at = new Date(`${iso}T12:00:00Z`)
  at.setUTCDate(at.getUTCDate() + days)
  return at.toISOString().slice(0, 10)
}

/**
 * The plan of a dough being made: every edit is worked out by the server at once and kept when the hand rests. A plan
 * that somebody else changed meanwhile is shown beside one's own; nothing is written over.
 *
 * Usage: `const plan = usePlan(); plan.edit({ pieces: 30 })`
 */
export function usePlan() {
  const dough = theDough()
  const queryClient = useQueryClient()
  const may = useRights()
  const choices = shallowRef<Schemas['KeptPlansOut'] | null>(null)
  const on = ref('')
  const plan = ref<PlanDoc>({})
  const revision = ref(0)
  const id = ref<number | null>(null)
  const state = ref<State>('new')
  const theirs = shallowRef<Kept | null>(null)
  const failed = ref('')
  const cooks = ref(1)
  const history = useManualRefHistory(plan, { clone: true, capacity: 100 })
  let again: ReturnType<typeof setTimeout> | undefined
  /** The dough the plan is of: what is kept late still goes to it, wherever one has gone meanwhile. */
  let of = 0
  onScopeDispose(() => {
    clearTimeout(again)
    if (state.value === 'dirty') void save()
  })

  watch(() => dough.id.value, open, { immediate: true })

  async function open(): Promise<void> {
    failed.value = ''
    if (!Number.isInteger(dough.id.value)) return
    of = dough.id.value
    try {
      const got = await api.plans({ params: { path: { dough_id: of } } })
      choices.value = got
      const coming = got.plans.filter((p) => p.on >= got.today).at(-1)
      take(coming ?? null, coming?.on ?? dayAfter(got.today))
    } catch (error) {
      failed.value = words(error)
    }
  }

  function take(kept: Kept | null, day: string): void {
    on.value = day
    plan.value = kept?.plan ?? { pieces: 24, ready: '16:00' }
    revision.value = kept?.revision ?? 0
    id.value = kept?.id ?? null
    state.value = kept === null ? 'new' : 'saved'
    theirs.value = null
    history.clear()
  }

  /** Another day: its plan where there is one, otherwise this one to be kept for that day too. */
  async function goTo(day: string): Promise<void> {
    if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || day === on.value) return
    if (state.value === 'dirty') await save()
    const got = await api.plans({ params: { path: { dough_id: of } } })
    choices.value = got
    const kept = got.plans.find((p) => p.on === day) ?? null
    if (kept) take(kept, day)
    else {
      const copy = plan.value
      take(null, day)
      plan.value = { ...copy, changes: (copy.changes ?? []).filter((c) => c.at == null) }
    }
  }

  const body = computed<Schemas['PlanIn'] | null>(() => {
    const work = dough.work.value
    if (!work || !on.value) return null
    return {
      draft: work.draft,
      style: work.style,
      dough_id: dough.id.value,
      target: work.target.cookie ?? {},
      plan: plan.value,
      on: on.value,
      cooks: cooks.value,
    }
  })
  const look = useAsk(
    () => body.value,
    (signal) => body.value && api.lookAtPlan({ body: body.value, signal }),
    { rest: 40 },
  )

  const keepSoon = useDebounceFn(() => void save(), SAVE_MS)

  /** Change the plan; it is worked out at once and kept when the hand rests. A passing edit is not a step of its own. */
  function edit(change: Partial<PlanDoc>, { passing = false } = {}): void {
    plan.value = { ...plan.value, ...change }
    if (passing) return
    history.commit()
    changed()
  }
  function changed(): void {
    if (!may('develop') || state.value === 'stale') return
    state.value = 'dirty'
    void keepSoon()
  }
  function undo(): void {
    history.undo()
    changed()
  }

  async function save(): Promise<void> {
    if (!may('develop') || of === 0) return
    clearTimeout(again)
    const sent = plan.value
    state.value = 'saving'
    try {
      const got = await api.savePlan({
        params: { path: { dough_id: of, on: on.value } },
        body: { revision: revision.value, plan: sent },
      })
      revision.value = got.revision
      id.value = got.id
      state.value = plan.value === sent ? 'saved' : 'dirty'
      if (state.value === 'dirty') void keepSoon()
      void askAnew(queryClient, 'day')
    } catch (error) {
      if (error instanceof ApiError && error.problem.code === 'stale') await showTheirs(error.message)
      else if (error instanceof ApiError && error.unreachable) {
        state.value = 'failed'
        failed.value = 'The server does not answer. The plan is kept here and goes in when it is back.'
        again = setTimeout(() => void save(), AGAIN_MS)
        return
      } else {
        state.value = 'failed'
        failed.value = words(error)
      }
      return
    }
    failed.value = ''
  }
  async function showTheirs(said: string): Promise<void> {
    const got = await api.plans({ params: { path: { dough_id: of } } })
    theirs.value = got.plans.find((p) => p.on === on.value) ?? null
    failed.value = said
    state.value = 'stale'
  }
  /** Theirs stands; mine can still be had back by undo. */
  function takeTheirs(): void {
    if (!theirs.value) return
    const kept = theirs.value
    history.commit()
    plan.value = kept.plan
    history.commit()
    revision.value = kept.revision
    state.value = 'saved'
    theirs.value = null
    failed.value = ''
  }
  /** Mine is written over theirs, knowing it. */
  function keepMine(): void {
    revision.value = theirs.value?.revision ?? 0
    theirs.value = null
    failed.value = ''
    state.value = 'dirty'
    void save()
  }
  async function drop(): Promise<void> {
    if (id.value === null) return
    try {
      await api.dropPlan({ params: { path: { plan_id: id.value }, query: { revision: revision.value } } })
      await askAnew(queryClient, 'day')
      await open()
    } catch (error) {
      failed.value = words(error)
    }
  }

  return {
    dough,
    choices,
    on,
    plan,
    id,
    revision,
    state,
    theirs,
    failed,
    cooks,
    body,
    look: look.answer,
    problem: look.problem,
    lookIsOld: look.isOld,
    canUndo: history.canUndo,
    edit,
    undo,
    save,
    drop,
    goTo,
    takeTheirs,
    keepMine,
  }
}

export type PlanWork = ReturnType<typeof usePlan>
