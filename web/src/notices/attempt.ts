import { CancelledError } from '@cloudbank/core/engine'
import { describeError } from './describeError'
import { useNotices } from './notices'
import { strings } from './strings'

/**
 * Does something that nobody waits for; should it fail, that is said. What was stopped on request is no
 * failure.
 *
 * @param what what is not done then, as the beginning of a sentence: “The files could not be kept”.
 */
export function attempt(work: Promise<unknown>, what = strings.thatCouldntBeDone): void {
  work.catch((error: unknown) => {
    if (error instanceof CancelledError) return
    useNotices.getState().need(`${what}: ${describeError(error)}.`)
  })
}

/** Says what goes wrong where nobody has thought of it. */
export function followUnhandled(): void {
  window.addEventListener('unhandledrejection', ({ reason }) => {
    if (reason instanceof CancelledError) return
    useNotices.getState().need(strings.somethingWentWrong(describeError(reason)))
  })
}
