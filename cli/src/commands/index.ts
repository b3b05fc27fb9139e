import { checkCommand } from './check.ts'
import { commissionCommand } from './commission.ts'
import { compareCommand } from './compare.ts'
import { deduceCommand } from './deduce.ts'
import { findCommand } from './find.ts'
import { loadCommand } from './load.ts'
import { proveCommand } from './prove.ts'
import { readCommand } from './read.ts'
import { reportCommand } from './report.ts'
import { runCommand } from './run.ts'
import { schemeCommand } from './scheme.ts'
import { settleCommand } from './settle.ts'
import { spiceCommand } from './spice.ts'
import { verdictCommand } from './verdict.ts'
import { wallCommand } from './wall.ts'

/** Each command takes its arguments and gives the exit code. */
export const commands: Readonly<Record<string, (args: string[]) => Promise<number>>> = {
  read: readCommand,
  settle: settleCommand,
  verdict: verdictCommand,
  check: checkCommand,
  compare: compareCommand,
  deduce: deduceCommand,
  report: reportCommand,
  find: findCommand,
  wall: wallCommand,
  commission: commissionCommand,
  prove: proveCommand,
  load: loadCommand,
  scheme: schemeCommand,
  run: runCommand,
  spice: spiceCommand,
}
