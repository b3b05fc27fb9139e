import { commands } from './commands/index.ts'
import { Refused } from './refused.ts'

const USAGE = `lantern COMMAND JOB.json [options]
  read     one reading: --from part.terminal --to part.terminal --mode volts|loz|direct|ohms|beep,
           or a clamp: --mode amps --wire ID --turns N
  settle   the state of every part once everything has come to rest
  verdict  the sentence, how each zone stands, and what the transformers carry
  check    findings, one a line; exit 1 where any is above tidy
  load     what each transformer, contact and fuse carries at worst, what mends it, how many more valves fit;
           exit 1 where something is short
  find     what is wrong, by asking: --complaint TEXT|JSON --answers-from COMMAND [--dead-only] [--without clamp,stick]; --words lists what
           a part may show
  wall     a stand-in that answers find on its own standard input, with what --fault and the like put into it
  commission  the commissioning script with what is expected; with --fault and the like, where such a wall fails it;
           exit 1 where it does
  prove    every combination of calls against the intent; differences, one a line; exit 1 where there is any
  compare  FOUND.json PLAN.json: what differs on the wall, by what is joined, one a line; exit 1 where any is electrical
  deduce   where each conductor leads that nobody has followed: certain, deduced or unknown; what to beep next;
           [--written PLACE|all] a place all of whose conductors are in the file; exit 1 where an end is not certain
  report   a PDF of what was found, done, read and proven: --out FILE.pdf [--for customer], or --for wall:
           run sheet, terminal chart, labels, what to bring
  spice    the circuit as a SPICE netlist
  scheme   the job wired from its survey: the first way that fits, or --way ID
  run      what happens over time: --script EVENTS.json; one happening a line
Options for all (each may repeat):
  --as planned|found       which circuit; found where the file has entries
  --call "Zone name"       --set part.state=value       --at SECONDS instead of waiting until all is at rest
  --fault part.name        --figure part.name=value     --joint wire:ID.end=OHMS      --supply VOLTS
  --break wire:ID          --lift part.terminal         --suppose ID[=VALUE]`

/**
 * Does what the arguments say, on standard output; what cannot be used is said in one line on standard error.
 * @returns the exit code: 0, or what the command says; 2 where the input cannot be used
 */
export async function lantern([command, ...rest]: readonly string[]): Promise<number> {
  if (command === '--help' || command === 'help') {
    process.stdout.write(`${USAGE}\n`)
    return 0
  }
  const run = command === undefined ? undefined : commands[command]
  try {
    if (!run) throw new Refused(command ? `There is no command ${command}.\n${USAGE}` : USAGE)
    return await run(rest)
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    process.stderr.write(`lantern: ${error.message}\n`)
    return 2
  }
}
