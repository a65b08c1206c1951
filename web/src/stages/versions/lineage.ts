import type { Schemas } from '@/api/client'

export type Version = Schemas['VersionOut']
export interface Node {
  version: Version
  /** The column it is drawn in; a branch opens a new one. */
  column: number
  /** The row of its parent, or null for a first version. */
  parentRow: number | null
}

/** Versions newest first, each in its branch's column: a first child goes on in its parent's. */
export function lineage(versions: readonly Version[]): Node[] {
  const ordered = [...versions].sort((a, b) => a.number - b.number)
  const column = new Map<number, number>()
  const taken = new Set<number>()
  let next = 0
  for (const v of ordered) {
    const goesOn = v.parent !== null && !taken.has(v.parent)
    if (v.parent !== null) taken.add(v.parent)
    column.set(v.number, goesOn && v.parent !== null ? (column.get(v.parent) ?? 0) : next++)
  }
  const rows = ordered.reverse()
  const rowOf = new Map(rows.map((v, n) => [v.number, n]))
  return rows.map((version) => ({
    version,
    column: column.get(version.number) ?? 0,
    parentRow: version.parent === null ? null : (rowOf.get(version.parent) ?? null),
  }))
}
