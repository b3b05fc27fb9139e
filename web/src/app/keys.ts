/** Every key the program listens to; the sheet behind `?` is made from this list. */
export const keys = [
  { keys: '/', also: 'Ctrl+K', does: 'Find a part, terminal, zone, screen or action' },
  { keys: '1 … 9', does: 'Turn the thermostat of that zone' },
  { keys: 'Ctrl+Z', does: 'Undo' },
  { keys: 'Shift+Ctrl+Z', does: 'Redo' },
  { keys: 'A', does: 'Take lead A in hand' },
  { keys: 'B', does: 'Take lead B in hand' },
  { keys: 'L', does: 'Loops' },
  { keys: 'W', does: 'Wall' },
  { keys: 'G', does: 'Rungs' },
  { keys: 'R', does: 'Runs' },
  { keys: 'C', does: 'Timeline' },
  { keys: 'Delete', does: 'On the wall: take the chosen wire out, or the chosen part down' },
  { keys: 'T', does: 'Day or Basement' },
  { keys: 'Esc', does: 'Put down the lead, let go of the selection' },
  { keys: '?', does: 'This sheet' },
] as const
