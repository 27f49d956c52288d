/** What a page asks of the service worker that waits. */
export const WORKER_MESSAGES = { start: 'start the new version' } as const

/** Whether it starts: not while other tabs run the old version. */
export type StartAnswer = 'starting' | 'others-open'
