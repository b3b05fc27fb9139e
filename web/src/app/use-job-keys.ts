import { askingOf, zonesInOrder } from '@civil-lantern/core'
import { useHotkeys } from 'react-hotkeys-hook'
import { useNavigate } from 'react-router'
import { call } from '../data/calls.ts'
import { useOpenJob, useSession } from '../data/open-job.tsx'
import { useWorkspace } from '../data/workspace.ts'
import { useLetterKeys } from '../ui/letter-keys.ts'
import { useTheme } from '../ui/theme.ts'

/** The keys of a job. They leave text fields alone. */
export function useJobKeys(search: () => void, help: () => void): void {
  const { session, job } = useSession()
  const { bench: live } = useOpenJob()
  const { take, inHand, pick, picked, pull, pulling, bench, openBench } = useWorkspace()
  const changeTheme = useTheme((t) => t.change)
  const navigate = useNavigate()
  const to = (place: string) => void navigate(`/jobs/${session.id}/${place}`)
  const letters = useLetterKeys((l) => l.on)
  // While a sheet is up, the keys belong to it.
  const mine = { preventDefault: true, ignoreEventWhen: () => document.querySelector('[role="dialog"]') !== null }
  const alone = { ...mine, enabled: letters }
  useHotkeys('/', search, { ...alone, useKey: true })
  useHotkeys('ctrl+k, meta+k', search, { ...mine, enableOnFormTags: true })
  useHotkeys('shift+?, ?', help, { ...alone, useKey: true })
  useHotkeys('ctrl+z, meta+z', session.undo, mine)
  useHotkeys('ctrl+shift+z, meta+shift+z', session.redo, mine)
  useHotkeys('a', () => take(inHand === 'a' ? undefined : 'a'), alone, [inHand])
  useHotkeys('b', () => take(inHand === 'b' ? undefined : 'b'), alone, [inHand])
  useHotkeys('l', () => to('scheme/loops'), alone)
  useHotkeys('w', () => to('scheme/wall'), alone)
  useHotkeys('g', () => to('scheme/rungs'), alone)
  useHotkeys('r', () => to('scheme/runs'), alone)
  useHotkeys('k', () => to('scheme/checks'), alone)
  useHotkeys('c', () => openBench(bench === 'time' ? 'shut' : 'time'), alone, [bench])
  useHotkeys('m', () => openBench(bench === 'meter' ? 'shut' : 'meter'), alone, [bench])
  useHotkeys('t', changeTheme, alone)
  // One thing at a time, the last taken first.
  useHotkeys('esc', () => {
    if (inHand) take(undefined)
    else if (pulling) pull(undefined)
    else if (picked) pick(undefined)
    else openBench('shut')
  }, [inHand, pulling, picked])
  useHotkeys(
    '1,2,3,4,5,6,7,8,9',
    (event) => {
      const zone = zonesInOrder(job).find(({ number }) => String(number) === event.key)
      const asking = zone && askingOf(job, zone)
      if (!asking) return
      const calling = live.state().snapshot?.verdict.zones.find((z) => z.zone === zone.id)?.calling === true
      call(session, job, zone.id, !calling, asking)
    },
    alone,
    [job, live, session],
  )
}
