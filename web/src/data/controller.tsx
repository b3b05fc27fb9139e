import { figuresOf, kindOf } from '@civil-lantern/core'
import { useEffect, useRef } from 'react'
import { create } from 'zustand'
import { api, type ControllerNow, type ControllerSet } from './api.ts'
import { useOpenJob, useSession } from './open-job.tsx'

interface ControllerLink {
  /** Does the simulated controller drive this job's outputs? */
  readonly on: boolean
  readonly now: ControllerNow | undefined
  /** Outputs to set or ramp, said one with each exchange. */
  readonly orders: readonly ControllerSet[]
  /** What the controller refused, in words. */
  readonly refusal: string | undefined
  connect(on: boolean): void
  /** Sets or ramps an output; said with the next exchange. */
  say(order: ControllerSet): void
  /** What an exchange brought. Only the order that went with it is done: one said meanwhile still waits. */
  took(sent: ControllerSet | undefined, now: ControllerNow | undefined, refusal?: string): void
}

export const useController = create<ControllerLink>((set) => ({
  on: false,
  now: undefined,
  orders: [],
  refusal: undefined,
  connect: (on) => set({ on, now: undefined, orders: [], refusal: undefined }),
  say: (order) => set(({ orders }) => ({ orders: [...orders, order] })),
  took: (sent, now, refusal) =>
    set(({ orders }) => ({
      now,
      orders: now?.there === false ? orders : orders.filter((order) => order !== sent),
      refusal,
    })),
}))

/** The part the simulated controller stands in for: the first controller of the job. */
export const controllerOf = (parts: Readonly<Record<string, { kind: string }>>) =>
  Object.keys(parts).find((id) => kindOf(parts[id]!)?.roles.inputs !== undefined)

const EVERY = 400

/**
 * Between the controller's process and the circuit, twice a second and more: its outputs go on the circuit's terminals, and
 * what the circuit brings to the inputs goes back.
 */
export function ControllerLoop() {
  const { job } = useSession()
  const { bench } = useOpenJob()
  const on = useController((c) => c.on)
  const id = controllerOf(job.parts)
  const kind = id ? kindOf(job.parts[id]!) : undefined
  const ownFigures = useRef<Record<string, number> | undefined>(undefined)
  ownFigures.current = id ? job.parts[id]?.figures : undefined
  // Another job starts unconnected: its outputs are its own.
  useEffect(() => () => useController.getState().connect(false), [])
  useEffect(() => {
    if (!on || !id || !kind) return
    const { outputs = {}, inputs = {} } = kind.roles
    let stop = false
    let timer: ReturnType<typeof setTimeout>
    // What the circuit has now is said first, so that connecting moves nothing.
    const first = bench.state().snapshot?.states[id]?.state
    const figures = figuresOf(kind, ownFigures.current)
    for (const output of [1, 2])
      useController.getState().say({
        output,
        value: Number(first?.[outputs[output] ?? ''] ?? 0),
        unit: (figures[`current${output}`] ?? 0) > 0 ? 'mA' : 'V',
        seconds: 0,
      })
    const turn = async () => {
      const state = bench.state().snapshot?.states[id]?.state
      const { orders, took } = useController.getState()
      const sent = orders[0]
      const sense = [1, 2].map((n) => Math.min(30, Math.max(-30, Number(state?.[inputs[n] ?? ''] ?? 0))))
      try {
        const now = await api.controller(sense, sent)
        if (stop) return
        took(sent, now)
        if (now.there && !sent)
          for (const [i, { value }] of now.outputs.entries()) {
            const output = outputs[i + 1]
            if (output && Math.abs(Number(state?.[output] ?? 0) - value) > 0.005) await bench.set(id, output, value)
          }
      } catch (error) {
        if (!stop) took(sent, undefined, error instanceof Error ? error.message : String(error))
      }
      if (!stop) timer = setTimeout(turn, EVERY)
    }
    void turn()
    return () => {
      stop = true
      clearTimeout(timer)
    }
  }, [on, id, kind, bench])
  return null
}
