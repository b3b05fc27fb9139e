import { writeFile } from 'node:fs/promises'
import {
  alterationsOf,
  budgetsOf,
  clamp,
  compare,
  customerReport,
  deducedInWords,
  documentOf,
  everythingCalling,
  findingsOf,
  fitOf,
  fittingSchemes,
  fixOf,
  fixOfDifference,
  fullReport,
  type Job,
  loopsOf,
  MOST_PROVEN,
  nodeInWords,
  pathOf,
  plannedJob,
  pointInWords,
  probe,
  proven,
  read,
  roomFor,
  roundFor,
  type Scheme,
  schemeCalled,
  schemes,
  scriptOf,
  sentenceText,
  studyLoad,
  tracingOf,
  tracingOfJob,
  triedBy,
  verdictOf,
  wallPaper,
  wiredBy,
  writeSpice,
} from '@civil-lantern/core'
import { writeJobFile } from '@civil-lantern/core/validate'
import { fileAndOptions, jobAndOptions, numberIn, onTheBench, twoJobs } from './bench-job.ts'
import { complaintIn, toolsIn } from './complaint.ts'
import { findBy, WORDS } from './find.ts'
import { Refused } from './refused.ts'
import { readScript, runScript } from './script.ts'
import { standInWall } from './stand-in.ts'

const reasonOf = (job: Job, scheme: Scheme) => {
  const fit = fitOf(scheme, job)
  return fit.fits ? '' : fit.why
}

/** A job whose parts have these figures on their nameplates. */
function platesChanged(job: Job, figures: Readonly<Record<string, Readonly<Record<string, number>>>>): Job {
  const parts = { ...job.parts }
  for (const [id, own] of Object.entries(figures))
    parts[id] = { ...parts[id]!, figures: { ...parts[id]!.figures, ...own } }
  return { ...job, parts }
}

/** Runs long work to its end. */
function finished<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const next = work.next()
    if (next.done) return next.value
  }
}

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value)}\n`)

/** Each command takes its arguments and gives the exit code. */
export const commands: Readonly<Record<string, (args: string[]) => Promise<number>>> = {
  async read(args) {
    const { as, job, simulation, values } = await onTheBench(args)
    const { from, to, mode = 'volts' } = values
    if (mode === 'amps') {
      const wire = (values.wire ?? '').replace(/^wire:/, '')
      const turns = values.turns === undefined ? 1 : Math.round(numberIn('--turns', values.turns))
      if (turns < 1 || turns > 20) throw new Refused('--turns goes from 1 to 20.')
      const reading = clamp(simulation, wire, turns)
      if (!reading.ok) throw new Refused(`${reading.failures[0]!.says} ${reading.failures[0]!.remedy}`)
      print({ as, wire, turns, ...reading.value })
      return 0
    }
    if (mode !== 'volts' && mode !== 'loz' && mode !== 'direct' && mode !== 'ohms' && mode !== 'beep')
      throw new Refused(`"${mode}" is not a mode. Choose volts, loz, direct, ohms, beep or amps.`)
    if (!from || !to) throw new Refused('Say where the leads go: --from part.terminal --to part.terminal.')
    const [a, b] = [node(from), node(to)]
    print({ as, from: pointInWords(job, from), to: pointInWords(job, to), ...read(simulation, mode, a, b) })
    return 0

    function node(point: string): number {
      const found = probe(simulation, point)
      if (!found.ok) throw new Refused(`${found.failures[0]!.says} ${found.failures[0]!.remedy}`)
      return found.value
    }
  },

  async settle(args) {
    const { as, job, simulation, settled } = await onTheBench(args)
    const parts: Record<string, unknown> = {}
    for (const { id, kind, figures } of simulation.netlist.parts.values()) {
      const state = simulation.stateOf(id)
      if (Object.keys(state).length === 0) continue
      parts[id] = { label: job.parts[id]?.label, says: kind.says(figures, state), state }
    }
    print({ as, at: simulation.now, ...settled, parts, trace: simulation.trace })
    return 0
  },

  async verdict(args) {
    const { as, job, simulation } = await onTheBench(args)
    const { tone, sentence, more, zones } = verdictOf(simulation, job, loopsOf(simulation, job))
    print({
      as,
      tone,
      says: sentenceText(sentence),
      more: more.map(sentenceText),
      zones: zones.map(({ zone, says, calling, opening, proven }) => ({ zone, says, calling, opening, proven })),
      transformers: budgetsOf(simulation, everythingCalling(job)),
    })
    return 0
  },

  async check(args) {
    const { job, supposed } = await onTheBench(args)
    const findings = findingsOf(job, supposed)
    for (const finding of findings) {
      const fix = finding.severity === 'tidy' ? undefined : fixOf(job, finding)
      print({ ...finding, ...(fix ? { fix: fix.says } : {}) })
    }
    return findings.some(({ severity }) => severity !== 'tidy') ? 1 : 0
  },

  async compare(args) {
    const [found, plan] = await twoJobs(args)
    const { changes } = compare(plan, found)
    for (const { what, says, remedy, electrical } of changes) print({ what, says, remedy, electrical })
    return changes.some(({ electrical }) => electrical) ? 1 : 0
  },

  async deduce(args) {
    const { file, values } = await fileAndOptions(args)
    const { places } = file.document
    const written = (values.written ?? []).flatMap((name) => {
      if (name === 'all') return Object.keys(places)
      const [id] = Object.entries(places).find(([id, place]) => [id, place.name].includes(name)) ?? []
      if (id !== undefined) return [id]
      const names = Object.values(places).map((place) => place.name)
      throw new Refused(`There is no place ${name}. There are ${names.join(', ')}, or all.`)
    })
    if (file.entries.length > 0 && written.length > 0)
      throw new Refused('--written is for a file without entries: this one says itself which places are written down.')
    const asPlanned = file.entries.length === 0
    const tracing = asPlanned
      ? tracingOfJob(plannedJob(file.document), written)
      : tracingOf(file.document, file.entries)
    const { facts, ends, misfits, odd, missing, beep } = tracing
    const { job } = facts
    for (const one of ends) {
      const { end, is, with: mates, share } = one
      print({
        wire: end.wire,
        at: end.node,
        colour: end.colour,
        is,
        with: mates,
        share,
        says: deducedInWords(job, one),
      })
    }
    for (const { wire, node } of misfits) print({ fits: 'nothing', wire, at: node })
    for (const { wire, says } of odd) print({ odd: says, ...(wire ? { wire } : {}) })
    for (const one of missing) print({ missing: one.kind, count: one.count })
    if (beep) {
      const between = `${nodeInWords(job, beep.from)} to ${nodeInWords(job, beep.to)}`
      print({
        beep: [beep.from, beep.to],
        says: between,
        joined: beep.share,
        elseShows: beep.elseShows,
        through: beep.between,
      })
    }
    const round = roundFor(tracing)
    if (round) {
      const points = round.at.map(({ node }) => nodeInWords(job, node)).join(', ')
      const says = `${round.off?.says ?? 'Everything on'}, nobody calling, one lead on ${nodeInWords(job, round.to)}: read ${points}`
      print({ volts: round.at.map(({ node }) => node), to: round.to, off: round.off?.part ?? null, says })
    }
    const count = (how: string) => ends.filter(({ is }) => is === how).length
    print({ ends: ends.length, certain: count('certain'), deduced: count('deduced'), unknown: count('unknown') })
    return count('certain') < ends.length ? 1 : 0
  },

  async report(args) {
    const { file, values } = await fileAndOptions(args)
    const out = values.out
    if (!out) throw new Refused('Say where it goes: --out report.pdf.')
    if (values.for !== undefined && values.for !== 'customer' && values.for !== 'wall')
      throw new Refused(`--for is customer or wall, or left out for the full report; not "${values.for}".`)
    // Loaded only where something is printed: the other commands start without it.
    const { reportPdf } = await import('../../server/src/paper/pdf.ts')
    const make = values.for === 'customer' ? customerReport : values.for === 'wall' ? wallPaper : fullReport
    const pdf = await reportPdf(make(file.document, file.entries), [], 'Made on the command line')
    await writeFile(out, pdf).catch((error) => {
      throw new Refused(`${out} cannot be written: ${error instanceof Error ? error.message : String(error)}`)
    })
    print({ out, bytes: pdf.length })
    return 0
  },

  async find(args) {
    if (args.includes('--words')) {
      print(WORDS)
      return 0
    }
    const { job, supposed, values } = await jobAndOptions(args)
    const { complaint, 'answers-from': command } = values
    if (complaint === undefined) throw new Refused('Say what is complained of: --complaint "Signal house stays cold".')
    if (!command) throw new Refused('Say who answers: --answers-from COMMAND.')
    const patience = values.patience === undefined ? undefined : numberIn('--patience', values.patience)
    return findBy(job, supposed, complaintIn(job, complaint), command, {
      deadOnly: values['dead-only'] === true,
      without: toolsIn(values.without),
      ...(patience === undefined ? {} : { patience }),
      print,
    })
  },

  async wall(args) {
    const { job, supposed } = await jobAndOptions(args)
    return standInWall(job, supposed)
  },

  async commission(args) {
    const { as, job, supposed } = await jobAndOptions(args)
    const script = scriptOf(job)
    // What is supposed is of the wall: the script is of the job, and tells where the wall fails it.
    const fails = triedBy(script, job, supposed)
    print({ as, ...script, fails })
    return fails.length > 0 ? 1 : 0
  },

  async prove(args) {
    const { as, job } = await onTheBench(args)
    const count = Object.keys(job.zones).length
    if (count > MOST_PROVEN) throw new Refused(`${count} zones are more than the ${MOST_PROVEN} that can be proven.`)
    const { differences, rows, deadEnds } = proven(job)
    for (const difference of differences) {
      const fix = fixOfDifference(job, difference)
      print({ ...difference, path: pathOf(job, difference), ...(fix ? { fix: fix.says } : {}) })
    }
    print({ as, combinations: rows.length, differences: differences.length, deadEnds })
    return differences.length > 0 ? 1 : 0
  },

  async load(args) {
    const { as, job: asWired, supposed } = await onTheBench(args)
    // Another figure is another nameplate, which what mends it reckons with too; the rest is wrong with the plant as it hangs.
    const isFigure = ({ id }: { id: string }) => /\/figure\.[^/]+$/.test(id)
    const job = platesChanged(asWired, alterationsOf(asWired, supposed.filter(isFigure)).figures)
    const study = finished(
      studyLoad(
        job,
        supposed.filter((one) => !isFigure(one)),
      ),
    )
    const room = finished(roomFor(job))
    print({
      as,
      tone: study.tone,
      says: study.says,
      why: study.why,
      transformers: study.sources.map(({ part, rated, peak, fewer, outage, together, devices, primary }) => {
        const when = fewer ? undefined : outage.find(({ va }) => va === peak)
        const least = devices.toSorted((a, b) => a.volts - b.volts)[0]
        return {
          part,
          label: job.parts[part]?.label,
          rated,
          worst: {
            va: peak,
            plain: when?.plain,
            at: when?.at,
            volts: when?.volts,
            zones: fewer ?? together.at(-1)?.zones,
          },
          together: together.map(({ zones, va }) => ({ zones, va })),
          least: least && { part: least.part, zone: least.zone, volts: least.volts, needs: least.needs },
          devices,
          primary,
        }
      }),
      contacts: study.contacts,
      line: study.line,
      lets: study.hot,
      cases: study.cases,
      mends: study.mends.map(({ name, note, leads, mends }) => ({ name, note, leads, mends })),
      room,
    })
    return study.tone === 'wrong' ? 1 : 0
  },

  async scheme(args) {
    const { job, values } = await jobAndOptions([...args, '--as', 'planned'])
    const way = values.way ? schemeCalled(values.way) : fittingSchemes(job)[0]
    if (!way)
      throw new Refused(
        values.way
          ? `There is no way ${values.way}. The ways are: ${schemes.map(({ id }) => id).join(', ')}.`
          : `No way of wiring fits: ${reasonOf(job, schemes[0]!)}`,
      )
    const fit = fitOf(way, job)
    if (!fit.fits) throw new Refused(`${way.name} does not fit: ${fit.why}`)
    process.stdout.write(writeJobFile(documentOf(wiredBy(job, way))))
    return 0
  },

  async run(args) {
    const { job, supposed, hands, values } = await jobAndOptions(args)
    if (!values.script) throw new Refused('Name what happens: --script EVENTS.json.')
    for (const happening of runScript({ job, supposed, hands }, await readScript(values.script)))
      print({ ...happening, at: Number(happening.at.toFixed(3)) })
    return 0
  },

  async spice(args) {
    const { job, simulation } = await onTheBench(args)
    process.stdout.write(writeSpice(simulation.circuit, job.title))
    return 0
  },
}
