/** The parts of Next: one change, everything at once, or a series that proves what a change does. */
export const NEXT_TABS = [
  { to: 'next', name: 'Changes' },
  { to: 'search', name: 'Whole target' },
  { to: 'series', name: 'Series' },
]
