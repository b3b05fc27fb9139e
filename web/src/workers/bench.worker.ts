import { type Document, type Entry, LiveBench, Standings } from '@civil-lantern/core'
import { expose } from 'comlink'

/**
 * The bench, and how the stages of its job stand: most of that is told by the same rules, which are at work here already. In
 * a worker of their own they would have to be fetched and begun once more, on every page.
 */
class BenchWorker extends LiveBench {
  readonly #standings = new Standings()

  standing(document: Document, entries: readonly Entry[]) {
    return this.#standings.of(document, entries)
  }
}

export type BenchApi = BenchWorker
expose(new BenchWorker())
