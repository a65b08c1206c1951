import { onScopeDispose, ref, shallowRef } from 'vue'
import { api } from '@/api/calls'
import { ApiError } from '@/api/client'
import type { Dough, Work } from './useDough'

export type SaveState = 'saved' | 'dirty' | 'saving' | 'stale' | 'failed'

const AFTER_MS = 500
const RETRY_AFTER_MS = 4000

/**
 * Saving by itself: once the hand rests, again when the server is back, each save on the revision the cook saw. A
 * stale one is refused, and both sides stay until the cook decides.
 *
 * work is what is being edited, saved is told of each save that went in, refused of one that did not.
 */
export function useSaving(
  id: () => number,
  work: () => Work | null,
  saved: (dough: Dough) => void,
  refused: (error: unknown) => void,
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
    if (state.value !== 'stale') {
      state.value = 'dirty'
      plan(AFTER_MS)
    }
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

  return { state, theirs, settle, follow, changed, save, keepMine, revision: () => revision }
}
