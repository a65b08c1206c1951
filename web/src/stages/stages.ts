import table from './stages.json'

/**
 * A stage of a dough. Its name is its address too; tab is its word in the bar of stages, under the stage whose tab it
 * stands beneath, part its word among the parts of that stage. say and keys are how the palette knows it; hint is what to
 * do there with a first dough.
 */
export interface Stage {
  name: string
  view: string
  say: string
  tab?: string
  under?: string
  part?: string
  keys?: string
  hint?: string
}

/** The one list of stages: addresses, tabs, parts, palette, keys and the checks of every view are drawn from it. */
export const STAGES: readonly Stage[] = table
export const TABS = STAGES.filter((s) => s.tab !== undefined)

/** The name of the tab a stage stands beneath; its own where it has one. */
export function tabOf(name: string): string {
  return STAGES.find((s) => s.name === name)?.under ?? name
}

/** The parts of a stage as ``StageTabs`` takes them, in the order they are worked through. */
export function partsOf(name: string): { to: string; name: string }[] {
  return STAGES.filter((s) => s.part !== undefined && tabOf(s.name) === name).map((s) => ({
    to: s.name,
    name: s.part ?? '',
  }))
}
