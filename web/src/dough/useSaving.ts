import { onScopeDispose, ref, shallowRef } from 'vue'
import { api } from '@/api/calls'
import { ApiError } from '@/api/client'
import type { Dough, Edit, Work } from './useDough'
import { dropWaiting, putWaiting, takeWaiting, type Waiting } from './waiting'

export type SaveState = 'saved' | 'dirty' | 'saving' | 'stale' | 'failed'

const AFTER_MS = 500
const RETRY_AFTER_MS = 4000

function sameWork(work: Work, dough: Dough): boolean {
  const { name, style, draft, target } = dough
  return JSON.stringify(work) === JSON.stringify({ name, style, draft, target })
}

/**
 * Saving by itself: once the hand rests, again when the server is back, each save on the revision the cook saw. A
 * stale one is refused, and both sides stay until the cook decides.
 *
 * Until the server has it, what is edited lies in the browser's database too: a closed tab or a flat battery loses
 * nothing.
 *
 * work is what is being edited, saved is told of each save that went in, refused of one that did not; place is where it
 * lies in the browser meanwhile, edits what the server has not answered.
 */
export function useSaving(
  id: () => number,
  work: () => Work | null,
  saved: (dough: Dough) => void,
  refused: (error: unknown) => void,
  place: () => string,
  edits: () => Edit[],
) {
  const state = ref<SaveState>('saved')
  const theirs = shallowRef<Dough | null>(null)
  let revision = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | null = null
  let changes = 0

  /** Go on from what the server holds. */
  function settle(dough: Dough): void {
    revision = dough.revision
    state.value = 'saved'
    theirs.value = null
  }

  /** The server wrote on its own revision; what was typed meanwhile still has to be saved. */
  function follow(dough: Dough): void {
    revision = dough.revision
  }

  function changed(): void {
    changes += 1
    lay()
    if (state.value !== 'stale') {
      state.value = 'dirty'
      plan(AFTER_MS)
    }
  }

  function lay(): void {
    const now = work()
    if (now === null) return
    const waiting = { work: now, edits: edits(), revision, since: new Date().toISOString() }
    void putWaiting(place(), waiting)
  }

  /** What an earlier visit left unsaved: it goes in, or, where the server moved on meanwhile, both sides are shown. */
  async function unsaved(dough: Dough): Promise<Waiting | null> {
    const left = await takeWaiting(place())
    if (left === null) return null
    if (sameWork(left.work, dough)) {
      if (left.edits.length === 0) await dropWaiting(place())
      return left.edits.length ? left : null
    }
    if (left.revision === dough.revision) {
      state.value = 'dirty'
      plan(0)
    } else {
      state.value = 'stale'
      theirs.value = dough
    }
    return left
  }

  function plan(after: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), after)
  }

  /** Save now what is not saved yet; resolves when the server has it or has refused it. */
  async function save(): Promise<void> {
    clearTimeout(timer)
    if (saving !== null) await saving
    if (state.value === 'saved' || state.value === 'stale') return
    saving = send()
    await saving
    saving = null
  }

  async function send(): Promise<void> {
    const sent = work()
    if (sent === null) return
    const at = changes
    state.value = 'saving'
    try {
      const made = await api.saveDraft({
        params: { path: { dough_id: id() } },
        body: { revision, ...sent },
      })
      revision = made.revision
      state.value = changes === at ? 'saved' : 'dirty'
      if (changes !== at) plan(AFTER_MS)
      else if (edits().length === 0) void dropWaiting(place())
      saved(made)
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (error.problem.code === 'stale') {
        state.value = 'stale'
        theirs.value = error.problem.theirs ?? null
        return
      }
      state.value = 'failed'
      if (error.unreachable) plan(RETRY_AFTER_MS)
      else refused(error)
    }
  }

  /** What lay in the browser is given up. */
  function forget(): void {
    void dropWaiting(place())
  }

  /** After a stale write: save this screen's draft over the newer one, knowingly. */
  async function keepMine(): Promise<void> {
    if (theirs.value === null) return
    revision = theirs.value.revision
    theirs.value = null
    state.value = 'dirty'
    await save()
  }

  function leave(): void {
    if (document.visibilityState === 'hidden') void save()
  }
  document.addEventListener('visibilitychange', leave)
  const guard = (event: BeforeUnloadEvent): void => {
    if (state.value !== 'saved') event.preventDefault()
  }
  window.addEventListener('beforeunload', guard)
  onScopeDispose(() => {
    document.removeEventListener('visibilitychange', leave)
    window.removeEventListener('beforeunload', guard)
    void save()
  })

  return {
    state,
    theirs,
    settle,
    unsaved,
    forget,
    lay,
    follow,
    changed,
    save,
    keepMine,
    revision: () => revision,
  }
}
