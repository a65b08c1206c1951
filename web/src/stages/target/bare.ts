import type { Schemas } from '@/api/client'
import type { Target } from '@/dough/useDough'

/** The target alone, without what was said about how it came to be. */
export function bare(made: Schemas['WishOut']): Target {
  const target: Schemas['WishOut'] = { ...made }
  delete target.meanings
  delete target.unknown
  delete target.filled_from
  return target
}
