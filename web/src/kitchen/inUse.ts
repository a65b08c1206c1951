/** What can be chosen: what is in use, and what is chosen already though it is retired. */
export function inUse<T extends { id: number; retired?: boolean }>(
  all: T[] | undefined,
  chosen: number | null | undefined,
): T[] {
  return (all ?? []).filter((t) => !t.retired || t.id === chosen)
}
