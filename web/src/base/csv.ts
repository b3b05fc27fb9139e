/**
 * Rows as CSV, first the names of the columns. A cell that a spreadsheet would take for a formula is kept from being one by
 * an apostrophe before it; a plain number stays a number.
 */
export const csv = (rows: readonly (readonly string[])[]): string =>
  `${rows.map((row) => row.map(cell).join(',')).join('\r\n')}\r\n`

function cell(text: string): string {
  const plain = /^[-+]?\d+([.,]\d+)?$/.test(text)
  const safe = !plain && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}
