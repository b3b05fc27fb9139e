/** Prints one answer: an object a line. */
export const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value)}\n`)
