/** What went wrong, where, and what to do about it. The core returns these; it does not throw them. */
export interface Failure {
  readonly code: string
  /** The thing or field it is about, e.g. `/wires/w3/size` or `V2.m1`. */
  readonly where: string
  readonly says: string
  readonly remedy: string
}

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly failures: Failure[] }

export const succeed = <T>(value: T): Result<T> => ({ ok: true, value })
export const fail = (...failures: Failure[]): { ok: false; failures: Failure[] } => ({ ok: false, failures })
