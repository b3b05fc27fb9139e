/** Says what went wrong, long enough to be read. What says it is fetched then: most never see it. */
export const complain = (says: string) =>
  void import('sonner').then(({ toast }) => toast.error(says, { duration: 12_000 }))
