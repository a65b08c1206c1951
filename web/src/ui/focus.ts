const FIELDS = 'input, select, textarea'

/**
 * Move the focus to a field once its place has been drawn or opened, unless the hand is already in another field of the
 * same place: what is being typed must not land elsewhere.
 */
export function focusUnlessTyping(target: HTMLElement | null, place: string): void {
  const at = document.activeElement
  if (at?.matches(FIELDS) && target?.closest(place)?.contains(at)) return
  target?.focus()
}
