import type { Schemas } from '@/api/client'

/** Where a run belongs: its round, its dough where several are split, and its place on the tray. */
export function whereOf(run: Schemas['SeriesRunOut'], parted: boolean): string {
  const dough = parted ? `, dough ${run.dough}` : ''
  return `round ${run.block}${dough}${run.place ? `, place ${run.place}` : ''}`
}
