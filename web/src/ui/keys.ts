/** What hands do that is no command: keys held in boxes, on rails and on the map. Commands carry their own keys. */
export const GESTURES: readonly (readonly [string, string])[] = [
  ['Ctrl K', 'say what you want to do'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Tab, Shift Tab', 'from box to box'],
  ['Enter', 'take what was typed; Escape gives it back'],
  ['← → on a rail', 'nudge a role; with Shift, five times as far'],
  ['Alt ↑ ↓ on a line', 'move it among its role'],
  ['arrows on the map', 'move the target; with Shift, five times as far'],
]
