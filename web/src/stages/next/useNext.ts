import { useLocalStorage } from '@vueuse/core'
import type { Schemas } from '@/api/client'
import { theDough } from '@/dough/key'
import { choice, fixed, grams } from '@/ui/format'

export type Move = Schemas['LeverMoveOut']

/** What both parts of Next share: the question, the locks, a move in words, and the note of what is tested. */
export function useNext() {
  const dough = theDough()
  const locks = useLocalStorage<string[]>(`tarte-locks-${dough.id.value}`, [])
  /** What else the ladder is to mind: everyday slips, whole eggs. */
  const minding = useLocalStorage(`tarte-minding-${dough.id.value}`, { forgiving: false, whole_eggs: false })

  function question(): Schemas['NextIn'] | null {
    const work = dough.work.value
    if (!work) return null
    return {
      draft: work.draft,
      target: work.target.cookie ?? {},
      style: work.style,
      dough_id: dough.id.value,
      locks: locks.value,
      limits: work.target.limits ?? [],
      ...minding.value,
    }
  }
  const changes = (): unknown => [
    dough.work.value?.draft,
    dough.work.value?.target.cookie,
    dough.work.value?.target.limits,
    dough.work.value?.style,
    locks.value,
    minding.value,
  ]
  /** The dialog that keeps the version finds what is being tested. */
  function note(text: string): void {
    sessionStorage.setItem(`tarte-note-${dough.id.value}`, text)
  }
  return { dough, locks, minding, question, changes, note }
}

export const figure = (value: number | null, unit: string): string =>
  value === null ? 'open' : unit === 'g' ? grams(value) : fixed(value, 1)
export const named = (m: Move): string => (m.key.startsWith('method:') ? choice(m.key.slice(7)) : m.name)
export const moveWords = (m: Move): string =>
  m.after === null ? named(m) : `${m.name} ${figure(m.before, m.unit)} → ${figure(m.after, m.unit)} ${m.unit}`
