/** The parts of Results, in the order a bake is worked through. */
export const RESULT_TABS = [
  { to: 'results', name: 'Bakes' },
  { to: 'compare', name: 'Side by side' },
  { to: 'lineage', name: 'Lineage' },
  { to: 'learn', name: 'Learn' },
]
