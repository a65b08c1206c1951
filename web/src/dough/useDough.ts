import { useManualRefHistory } from '@vueuse/core'
import { computed, reactive, ref, shallowRef, type Ref } from 'vue'
import { useQueryClient } from '@tanstack/vue-query'
import { api } from '@/api/calls'
import { askAnew } from '@/api/askAnew'
import { ApiError, type Schemas } from '@/api/client'
import { keepLines } from './lines'
import { useDetail } from './useDetail'
import { useQueue } from './useQueue'
import { useSaving } from './useSaving'
import { placeOf } from './waiting'

export type Draft = Schemas['DraftDoc']
export type Target = Schemas['TargetDoc']
export type Preview = Schemas['PreviewOut']
export type Dough = Schemas['DoughOut']
export type Edit = NonNullable<Schemas['PreviewIn']['edit']>

/** What is being edited on this screen, whole. */
export interface Work {
  name: string
  style: string
  draft: Draft
  target: Target
}

interface Asked {
  edit: Edit | null
  /** The draft to edit; the current one when null. A drag edits the draft it began with. */
  base: Draft | null
}

const HISTORY = 200
const WAITING = 'The server does not answer. Your edit is kept here and goes in as soon as it is back.'

/**
 * The working copy of one dough: edits go to the server's preview one at a time and come back as the
 * new draft; saves follow when the hand rests and carry the revision they were based on.
 *
 * Usage: `const dough = useDough(id); await dough.open(); dough.edit({ op: 'amount', ... })`
 */
export function useDough(id: Ref<number>) {
  const queryClient = useQueryClient()
  const record = shallowRef<Dough | null>(null)
  const work = shallowRef<Work | null>(null)
  const preview = shallowRef<Preview | null>(null)
  const problems = reactive<Record<string, string>>({})
  const general = ref('')
  const marks = computed(
    () => new Map((preview.value?.lines ?? []).map((x) => [x.id, JSON.stringify(x.marks ?? [])] as const)),
  )
  /** What undo goes back to: a drag is one step, from where it began. */
  const history = useManualRefHistory(work, { capacity: HISTORY })
  const queue = useQueue<Asked>(({ what, passing }) => answer(what, passing))
  let seq = 0
  /** Edits the server has not answered yet. */
  const unanswered = new Set<Edit>()

  const now = (): Schemas['PreviewIn'] | null => work.value && question(work.value, null)
  const { detail, isOld: detailIsOld } = useDetail(now, () => preview.value?.seq)
  const saving = useSaving(
    () => id.value,
    () => work.value,
    (saved) => {
      record.value = saved
      void askAnew(queryClient, 'shelf', 'bakes')
    },
    report,
    () => {
      const session = queryClient.getQueryData<Schemas['SessionOut']>(['session'])
      return placeOf(session?.kitchen ?? '', session?.cook?.username ?? '', id.value)
    },
    () => [...unanswered],
  )
  const { state: saveState, theirs, changed, save } = saving

  async function open(): Promise<void> {
    const dough = await api.dough({ params: { path: { dough_id: id.value } } })
    take(dough)
    const left = await saving.unsaved(dough)
    if (left !== null) {
      work.value = left.work
      history.commit()
    }
    history.clear()
    await ask(null)
    for (const change of left?.edits ?? []) void ask(change)
  }

  function take(dough: Dough): void {
    record.value = dough
    work.value = { name: dough.name, style: dough.style, draft: dough.draft, target: dough.target }
    history.commit()
    saving.settle(dough)
  }

  /** Make one edit; true when it was taken, false when a sentence was put at the field. */
  function edit(change: Edit, options: { passing?: boolean; base?: Draft } = {}): Promise<boolean> {
    return ask(change, options)
  }

  function ask(change: Edit | null, options: { passing?: boolean; base?: Draft } = {}): Promise<boolean> {
    const asked = queue.add({
      what: { edit: change, base: options.base ?? null },
      passing: options.passing ?? false,
    })
    if (change === null || options.passing) return asked
    unanswered.add(change)
    return asked.finally(() => unanswered.delete(change))
  }

  /** True when made, false when refused, null when the server cannot be reached and the edit should wait. */
  async function answer(job: Asked, passing: boolean): Promise<boolean | null> {
    const before = work.value
    if (before === null) return false
    const asked = ++seq
    performance.mark('tarte:ask')
    try {
      const body = { ...question(before, job.base), seq: asked, edit: job.edit }
      const result = await api.preview({ body })
      clearProblems()
      // Name, style or target may have changed while the answer was on its way: keep those.
      const now = work.value ?? before
      preview.value = result
      if (job.edit !== null) {
        work.value = { ...now, draft: keepLines(now.draft, result.draft) }
        if (!passing) {
          history.commit()
          changed()
        }
      }
      requestAnimationFrame(() => performance.measure('tarte:redraw', 'tarte:ask'))
      return true
    } catch (error) {
      report(error)
      if (error instanceof ApiError && error.unreachable && job.edit !== null && !passing) {
        general.value = WAITING
        saving.lay()
        return null
      }
      return false
    }
  }

  function question(now: Work, base: Draft | null): Schemas['PreviewIn'] {
    return {
      seq,
      draft: base ?? now.draft,
      target: now.target.cookie ?? {},
      style: now.style,
      dough_id: id.value,
      needs: now.target.needs ?? [],
      eaten: { hours: now.target.eat_age_h ?? null, packing: now.target.packing ?? 'tin' },
    }
  }

  /** The kitchen has learned or gone back: ask anew what the forecast says. */
  function refresh(): void {
    void ask(null)
  }

  function report(error: unknown): void {
    clearProblems()
    if (!(error instanceof ApiError)) throw error
    const fields = error.byField
    Object.assign(problems, fields)
    if (Object.keys(fields).length === 0) general.value = error.message
  }

  function clearProblems(): void {
    for (const key of Object.keys(problems)) Reflect.deleteProperty(problems, key)
    general.value = ''
  }

  /** Change name, style or target; the draft only changes by edits. */
  function change(part: Partial<Omit<Work, 'draft'>>, options: { passing?: boolean } = {}): void {
    const before = work.value
    if (before === null) return
    work.value = { ...before, ...part }
    if (!options.passing) {
      history.commit()
      changed()
    }
    void ask(null, { passing: options.passing ?? false })
  }

  /** Replace the draft with another as a whole, for instance a version's. */
  function replaceDraft(draft: Draft): void {
    const before = work.value
    if (before === null) return
    work.value = { ...before, draft }
    history.commit()
    changed()
    void ask(null)
  }

  function step(to: () => void): void {
    to()
    changed()
    void ask(null)
  }

  /** After a stale write: go on with what is on the server. */
  function takeTheirs(): void {
    if (theirs.value === null) return
    take(theirs.value)
    saving.forget()
    history.clear()
    void ask(null)
  }

  /** Keep the draft as a version. Throws ApiError when it is refused. */
  async function keep(note: string): Promise<Dough> {
    await save()
    if (saveState.value !== 'saved') {
      throw new ApiError(0, {
        code: 'request',
        message: 'The draft is not saved yet; try again in a moment.',
        fields: [],
      })
    }
    const kept = await api.keepVersion({
      params: { path: { dough_id: id.value } },
      body: { revision: saving.revision(), note },
    })
    record.value = kept
    saving.follow(kept)
    void askAnew(queryClient, 'shelf')
    return kept
  }

  /** Keep a proposal as a version beside the draft, which stays as it is. Throws ApiError when it is refused. */
  async function keepBeside(draft: Draft, note: string): Promise<number> {
    await save()
    const kept = await api.keepBeside({
      params: { path: { dough_id: id.value } },
      body: { revision: saving.revision(), draft, note },
    })
    record.value = kept
    saving.follow(kept)
    void askAnew(queryClient, 'shelf')
    return Math.max(...kept.versions.map((v) => v.number))
  }

  /** Make a kept version the draft again; undo gives back what was there. Throws ApiError when refused. */
  const goOnFrom = (number: number): Promise<void> =>
    takeBack(() =>
      api.returnToVersion({
        params: { path: { dough_id: id.value, number } },
        body: { revision: saving.revision() },
      }),
    )

  /** Make a draft of between versions the draft again; undo gives back what was there. Throws ApiError when refused. */
  const goBackTo = (kept: number): Promise<void> =>
    takeBack(() =>
      api.returnToDraft({
        params: { path: { dough_id: id.value, kept_id: kept } },
        body: { revision: saving.revision() },
      }),
    )

  /** Take over changes of the dough this one follows, by key; undo gives back what was there. */
  const follow = (take: string[]): Promise<void> =>
    takeBack(() =>
      api.follow({
        params: { path: { dough_id: id.value } },
        body: { revision: saving.revision(), take },
      }),
    )

  /** Let the server change the draft, and go on with what it answers. */
  async function takeBack(asked: () => Promise<Dough>): Promise<void> {
    await save()
    take(await asked())
    void ask(null)
    void askAnew(queryClient, 'shelf')
  }

  return {
    id,
    record,
    work,
    preview,
    /** What each line breaks of the needs, as text: a line is drawn anew only when it changes. */
    marks,
    detail,
    detailIsOld,
    problems,
    general,
    saveState,
    theirs,
    open,
    refresh,
    edit,
    change,
    replaceDraft,
    save,
    keep,
    keepBeside,
    goOnFrom,
    goBackTo,
    follow,
    takeTheirs,
    keepMine: saving.keepMine,
    undo: () => {
      if (history.canUndo.value) step(history.undo)
    },
    redo: () => {
      if (history.canRedo.value) step(history.redo)
    },
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    problemAt: (where: string): string => problems[where] ?? '',
    clearProblems,
  }
}

export type DoughWork = ReturnType<typeof useDough>
