/** The version of jobs that this page speaks. */
export const VERSION = 2

/** Where the server is asked who is here, and for a job: asked before the page is here, too. */
export const ME = '/me'
export const jobAt = (id: string) => `/jobs/${id}?version=${VERSION}`
