import { inject, type InjectionKey } from 'vue'
import type { PlanWork } from './usePlan'

export const planKey: InjectionKey<PlanWork> = Symbol('plan')

/** The plan this part works on. */
export function thePlan(): PlanWork {
  const plan = inject(planKey)
  if (!plan) throw new Error('this part stands outside a plan')
  return plan
}
