export interface Key {
  readonly keys: string
  readonly also?: string
  readonly does: string
  /** A letter, a digit or a sign alone: can be switched off. */
  readonly letter?: true
}

/** Every key the program listens to; the help is made from this list. */
export const keys: readonly Key[] = [
  { keys: '/', also: 'Ctrl+K', does: 'Search a part, terminal, zone, screen or action', letter: true },
  { keys: '1 … 9', does: 'Turn the thermostat of that zone', letter: true },
  { keys: 'Ctrl+Z', does: 'Undo' },
  { keys: 'Shift+Ctrl+Z', does: 'Redo' },
  { keys: 'A', does: 'Take lead A in hand', letter: true },
  { keys: 'B', does: 'Take lead B in hand', letter: true },
  { keys: 'L', does: 'Loops', letter: true },
  { keys: 'W', does: 'Wall', letter: true },
  { keys: 'G', does: 'Rungs', letter: true },
  { keys: 'R', does: 'Runs', letter: true },
  { keys: 'K', does: 'Checks', letter: true },
  { keys: 'C', does: 'Open or shut the clock’s timeline', letter: true },
  { keys: 'M', does: 'Open or shut the meter', letter: true },
  { keys: 'Tab', does: 'From one strip, or one part of the wall, to the next' },
  { keys: 'Arrows', also: 'Home, End', does: 'Inside a strip or a part: from one wire, part or terminal to the next' },
  { keys: 'Delete', does: 'On the wall: take the chosen wire out, or the chosen part down' },
  { keys: 'T', does: 'Day or Basement', letter: true },
  { keys: 'Esc', does: 'Put down the lead, let go of the selection' },
  { keys: '?', does: 'This help', letter: true },
]
