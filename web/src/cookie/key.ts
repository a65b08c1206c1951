import { inject, type InjectionKey } from 'vue'
import type { Scrub } from './useScrub'

export const scrubKey: InjectionKey<Scrub> = Symbol('scrub')

/** The moment of the bake that is shown, shared by the column and the chart. */
export function theScrub(): Scrub {
  const scrub = inject(scrubKey)
  if (!scrub) throw new Error('theScrub() is for the screens of a dough')
  return scrub
}
