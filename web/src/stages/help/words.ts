/** What each screen tells, in the order of the string. */
export const screens: readonly (readonly [string, string])[] = [
  ['Survey', 'What hangs on the wall: what asks and what opens in each zone, the plant, and which ways of wiring fit.'],
  [
    'Scheme',
    'The circuit, live: Loops, Wall, Rungs and Runs are the same circuit as the hand, the wall, the book and the van see it. Checks holds it against the rules.',
  ],
  ['Load', 'Whether the transformer carries it, and what mends it where it does not.'],
  ['Hook-up', 'What is still to be lifted, moved and landed, one conductor at a time; only on a dead circuit.'],
  ['Prove', 'The steps that show it works, what to expect at each, and the signature.'],
  [
    'Find',
    'From what the customer says to the part to put right, by the reading that settles most for a minute of your time.',
  ],
  ['Log', 'All that happened, the register of zones, the report and the door card.'],
]

/** Words of the program and the trade, in plain language. */
export const words: readonly (readonly [string, string])[] = [
  ['as found', 'The wall as somebody saw it: what was landed, seen and done, written down at the wall.'],
  ['call', 'A zone asking for heat; also the pair of wires by which a boiler is told to fire.'],
  [
    'dry contact',
    'A pair that only opens and closes: it brings no voltage of its own, and must be given none that it cannot bear.',
  ],
  ['end switch', 'A small switch in a valve that makes when the valve stands open, and so proves it.'],
  ['expected', 'What the program computes. It is never a reading.'],
  ['finding', 'Something a rule objects to, with why and what puts it right.'],
  [
    'ghost volts',
    'Volts that a sensitive meter shows on a wire that lies beside a live one. On low impedance they vanish.',
  ],
  ['isolator', 'The switch that takes the power off everything behind it. What is ahead of it stays live.'],
  ['landed', 'A conductor that is under its screw, and that somebody said so of.'],
  ['Lo-Z', 'Volts measured with a small load, to tell real volts from ghosts.'],
  ['planned', 'The wiring as it is meant to be.'],
  ['proof', 'The script of a finished plant, gone through and signed.'],
  ['reading', 'What a meter on the wall showed, typed by whoever held it.'],
  ['school', 'A way the trade does a thing where there is more than one.'],
  ['stand-in', 'A simulated wall, meter or controller for the desk. What it answers is marked as its.'],
  ['tried', 'What you only suppose, on your own bench. Nobody else sees it until you say it is so.'],
  ['unit', 'What is replaced, remade or set to put something right: a head, a splice, a lever.'],
]

export const cautions: readonly string[] = [
  'Line voltage, gas, oil and combustion controls are for licensed or competent people under the local code. Where code and this program differ, the code stands.',
  'Off, your own lock on, tester proven, points proven dead, tester proven again. Only the lock and the tester count, never a screen.',
  'A box with 24 V in it holds line voltage too. Live means meter leads and nothing else under an open cover.',
  'A limit is tried by its dial, never by bridging it. Nothing here helps to defeat a safety control.',
  'Hot pipes and wax heads scald. A stored-charge head still moves after the power is off.',
]

/** The first job, from the board to a lit loop. */
export const firstJob: readonly string[] = [
  'On the board press New job, type the name of the site, choose the practice, and press Make the job.',
  'In Survey type the first zone’s name. Choose what asks and what opens from the drawn lists; “One more like it” adds the next zone.',
  'Beside the zones the ways that fit are listed. Choose one and press Wire it.',
  'In Loops press Off beside a zone at the right: it calls, and the light runs as far as the voltage goes.',
  'Put lead A and lead B of the meter anywhere and read what a real one should show. Type what yours shows under I read.',
]
