/** What hands do that is no command: keys held in boxes, on rails and on the map. Commands carry their own keys. */
export const GESTURES: readonly (readonly [string, string])[] = [
  ['Ctrl K', 'Say what you want to do'],
  ['Ctrl Z, Ctrl Shift Z', 'Undo, redo'],
  ['Tab, Shift Tab', 'From box to box'],
  ['Enter', 'Take what was typed; Escape gives it back'],
  ['← → on a rail', 'Nudge a role; with Shift, five times as far'],
  ['Alt ↑ ↓ on a line', 'Move it among its role'],
  ['arrows on the map', 'Move the target; with Shift, five times as far'],
]
