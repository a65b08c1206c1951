import { onScopeDispose, ref, shallowRef } from 'vue'

/** Something that can be done here, by name; keys say the shortcut when it has one. */
export interface Command {
  id: string
  name: string
  group: string
  keys?: string
  run: () => unknown
}

const sets = shallowRef<readonly Command[][]>([])
/** Whether the palette or the sheet of keys is open. */
export const paletteOpen = ref(false)
export const keysOpen = ref(false)

/** Offer commands while a screen is there; they leave with it. */
export function useCommands(commands: Command[]): void {
  sets.value = [...sets.value, commands]
  onScopeDispose(() => (sets.value = sets.value.filter((s) => s !== commands)))
}

/** Commands whose name or group has every word typed, those that begin with it first. */
export function findCommands(asked: string): Command[] {
  return matching(sets.value.flat(), asked)
}

/** The same among any commands. */
export function matching(all: Command[], asked: string): Command[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean)
  return all
    .filter((c) => words.every((w) => `${c.name} ${c.group}`.toLowerCase().includes(w)))
    .sort((a, b) => Number(begins(b, words)) - Number(begins(a, words)))
}

function begins(c: Command, words: string[]): boolean {
  return words.length > 0 && c.name.toLowerCase().startsWith(words[0] ?? '')
}
