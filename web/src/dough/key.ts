import { inject, type InjectionKey } from 'vue'
import type { DoughWork } from './useDough'

export const doughKey: InjectionKey<DoughWork> = Symbol('dough')

/** The dough this screen works on. */
export function theDough(): DoughWork {
  const dough = inject(doughKey)
  if (!dough) throw new Error('this stage stands outside a dough')
  return dough
}
