/** A bench of one's own: a program to fetch and to begin, some tenths of a second before it answers. */
export const benchWorker = () => new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' })
