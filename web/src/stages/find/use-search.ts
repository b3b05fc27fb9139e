import { type Compared, type Proposed, standKey, type Why } from '@civil-lantern/core'
import { useEffect, useRef, useState } from 'react'
import { useJudge } from '../../data/open-job.tsx'
import type { Answered, Question } from '../../workers/judge.worker.ts'

/** How a search stands: what it answers, how far the rest of it is worked out, why, and what stopped it. */
export interface Searched {
  readonly answered: Answered | undefined
  readonly share: number
  /** Is all of it worked out, or a first thing to ask only? */
  readonly whole: boolean
  readonly why: (Why & { readonly compared: Compared }) | undefined
  readonly failed: string
}

/** Searches anew whenever what is asked with changes: by its pieces, so they are to be the same objects while they say the same. */
export function useSearch(question: Omit<Question, 'quick'>): Searched {
  const { judge } = useJudge()
  const [answered, setAnswered] = useState<Answered>()
  const [share, setShare] = useState(0)
  const [whole, setWhole] = useState(false)
  const [why, setWhy] = useState<Searched['why']>()
  const [failed, setFailed] = useState('')
  const begun = useRef('')
  const { key, job, firm, began, entries, ofCase, cold, place, begin, refused, means } = question
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the plant and what is wrong with it
  useEffect(() => {
    let wanted = true
    setFailed('')
    setWhy(undefined)
    const told = (done: number) => {
      if (wanted) setShare(done)
    }
    const first = begun.current !== key
    begun.current = key
    // At first one stand is worked out, and something to ask is shown; it stays while the rest is made.
    const quick = first ? judge.find({ ...question, quick: true }, told) : Promise.resolve(undefined)
    quick
      .then((made) => {
        // Somebody asked anew in between: that question is not to be put aside for what is left of this one.
        if (!wanted) return
        if (made) {
          setAnswered(made)
          setWhole(false)
        }
        return judge.find({ ...question, quick: false }, told).then((all) => {
          if (!wanted) return
          setAnswered(made ? keeping(all, made.found.next) : all)
          setWhole(true)
          // Why is told once the answer is there: nobody waits for it.
          return judge.why(key, job, cold).then((told) => wanted && setWhy(told))
        })
      })
      .catch((error) => wanted && setFailed(error instanceof Error ? error.message : String(error)))
    return () => {
      wanted = false
    }
  }, [judge, key, firm, began, entries, ofCase, cold, place, begin, refused, means])
  return { answered, share, whole, why, failed }
}

/** The whole answer, with the ask that is under somebody's thumb already still first where it is worth anything. */
function keeping(whole: Answered, shown: Proposed | undefined): Answered {
  const { found } = whole
  const all = found.next ? [found.next, ...found.here, ...found.others] : []
  const same =
    shown && all.find(({ ask, stand }) => ask.id === shown.ask.id && standKey(stand) === standKey(shown.stand))
  if (!same || same === found.next) return whole
  const rest = all.filter((one) => one !== same)
  const round = new Set<Proposed>([...(found.next ? [found.next] : []), ...found.here])
  const isHere = (one: Proposed) =>
    round.has(one) && one.ask.place === same.ask.place && standKey(one.stand) === standKey(same.stand)
  return {
    ...whole,
    found: { ...found, next: same, here: rest.filter(isHere), others: rest.filter((one) => !isHere(one)) },
  }
}
