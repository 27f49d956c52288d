import type { Order, OrderState, QueueReport, WorkerReport } from '../orders'
import type { ErrorData } from '../pool'

/** What becomes of an order in a worker. */
export type Handled =
  | { readonly kind: 'made' }
  /** It can't be made. */
  | { readonly kind: 'failed'; readonly error: ErrorData }
  /** What it names is gone: it is as if it had never been placed. */
  | { readonly kind: 'forgotten' }

export interface WorkOptions {
  readonly slots: number
  readonly report: () => WorkerReport
}

/** Orders that end their worker so many times are set aside. */
export const MAX_TRIES = 3
/** Reasons and names that a report holds at most. */
export const MAX_REPORTED = 20
/** Between two reports of a worker, in ms. */
export const REPORT_MS = 2000
/** A worker that has not reported for so long is gone, in ms. */
export const GONE_MS = 3 * REPORT_MS + 1000

/** Where orders wait for workers, on this machine or others. */
export interface QueuePort {
  /** Places an order; one that waits or is at work already is left as it is, one that failed is tried anew. */
  readonly place: (order: Order) => Promise<void>
  /** Takes back an order that nobody has begun, and asks whoever works on it to stop if they can be asked. */
  readonly cancel: (id: string) => Promise<void>
  readonly stateOf: (id: string) => Promise<OrderState>
  /** Calls back whenever an order ends; gives back what ends that. */
  readonly onEnded: (listener: (id: string) => void) => () => void
  /**
   * Works on orders until told to end. An order whose worker is lost is given to another one.
   *
   * @param handle throws `WorkerLostError` to have it tried again, `CancelledError` where the signal ended it.
   * @returns what ends it: no further orders are taken, those at work are waited for.
   */
  readonly work: (
    handle: (order: Order, signal: AbortSignal) => Promise<Handled>,
    options: WorkOptions,
  ) => Promise<() => Promise<void>>
  readonly report: () => Promise<QueueReport>
  readonly close: () => Promise<void>
}
