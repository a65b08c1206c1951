/** The id picked in a select; null for its empty choice. */
export function picked(event: Event): number | null {
  return Number((event.target as HTMLSelectElement).value) || null
}
