/** Work was stopped on request. Never shown and never logged as a failure. */
export class CancelledError extends Error {
  override readonly name = 'CancelledError'
  constructor() {
    super('Stopped')
  }
}

/** What the engine asks of an `AbortSignal`. */
export interface StopSignal {
  readonly aborted: boolean
}
