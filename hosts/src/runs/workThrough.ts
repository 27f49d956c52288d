import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError } from '../unreachable'
import type { RunnerPorts } from './ports'

/** Something to be worked through, and where it is kept how far that is. */
export interface Work<Item> {
  /** Whoever holds the lock of this name works; it is the same wherever the same work is seen. */
  readonly lock: string
  /** What is left to do, in order. Read inside the lock, and again when all of that is done. */
  readonly remaining: () => Promise<readonly Item[]>
  /** Which of those that are left comes next, by its place; the first where this is missing. */
  readonly next?: (left: readonly Item[]) => number
  /** Tells items apart; one that is still left after it was worked on is not taken again. */
  readonly keyOf: (item: Item) => string
  /** What the item is called while it is at work. */
  readonly nameOf: (item: Item) => string
  /** Whether the work is to go on; paused, stopped and deleted work is not. */
  readonly goesOn: () => Promise<boolean>
  /** Calls back whenever `goesOn` may have changed; gives back what ends that. */
  readonly watch: (onChange: () => void) => () => void
  /**
   * Does one item and keeps what comes of it, failures of the item itself included.
   *
   * @throws CancelledError once the signal is aborted, or when it finds that the work does not go on,
   *   nothing kept; UnreachableError to be asked again later; anything else ends the work.
   */
  readonly process: (item: Item, signal: AbortSignal) => Promise<void>
}

export type Outcome = 'finished' | 'held'

/** Waits between tries while a file of the app cannot be fetched, in ms; the last one stays. */
export const RETRY_MS = [1000, 3000, 10_000] as const
/** When so many in a row wanted a file that cannot be fetched, the next ones will, too. */
const MAX_LOST_IN_A_ROW = 8

/**
 * Works through what is left, several items at a time, until all is done or the work is held. One runner
 * serves everything that takes long; it knows nothing but its ports, so that browser, server and command
 * line run the same loop.
 *
 * Only the holder of the lock works, and it reads inside the lock what is left and whether to go on, so
 * that two that share a store never do the same twice. Lanes never leave each other hanging: when one
 * fails, the others are stopped, and it rejects when all have come to rest.
 */
export function workThrough<Item>(work: Work<Item>, ports: RunnerPorts): Promise<Outcome> {
  return ports.lock.hold(work.lock, async () => {
    const control = new AbortController()
    const look = async (): Promise<void> => {
      if (!(await work.goesOn())) control.abort()
    }
    const unwatch = work.watch(() => void look().catch(() => control.abort()))
    try {
      await look()
      await runRounds(work, ports, control)
      return control.signal.aborted ? 'held' : 'finished'
    } finally {
      unwatch()
      ports.reporter.atWork([])
      ports.reporter.waiting(null)
    }
  })
}

/** Rounds until nothing new is left: things may arrive while others are at work. */
async function runRounds<Item>(
  work: Work<Item>,
  ports: RunnerPorts,
  control: AbortController,
): Promise<void> {
  const taken = new Set<string>()
  while (!control.signal.aborted) {
    const left = await work.remaining()
    const queue = left.filter((item) => !taken.has(work.keyOf(item)))
    if (queue.length === 0) return
    for (const item of queue) taken.add(work.keyOf(item))
    await runLanes(queue, work, ports, control)
  }
}

async function runLanes<Item>(
  queue: Item[],
  work: Work<Item>,
  ports: RunnerPorts,
  control: AbortController,
): Promise<void> {
  const { signal } = control
  const current = new Set<string>()
  const patience = new Patience(ports)
  const take = (): Item | undefined => queue.splice(work.next?.(queue) ?? 0, 1)[0]
  const lane = async (): Promise<void> => {
    for (let item = take(); item !== undefined && !signal.aborted; item = take()) {
      const name = work.nameOf(item)
      current.add(name)
      ports.reporter.atWork([...current])
      try {
        await work.process(item, signal)
        patience.reward()
      } catch (error) {
        if (!(error instanceof UnreachableError)) throw error
        // Others may need nothing that cannot be fetched: they come first.
        queue.push(item)
        await patience.lose(error, queue.length, signal)
      }
      current.delete(name)
    }
  }
  const lanes = Array.from({ length: Math.min(ports.lanes, queue.length) }, () =>
    lane().catch((error: unknown) => {
      control.abort()
      // Stopped, or found while keeping its result that the work had been held: nobody's failure.
      if (!(error instanceof CancelledError)) throw error
    }),
  )
  const failed = (await Promise.allSettled(lanes)).find(({ status }) => status === 'rejected')
  if (failed?.status === 'rejected') throw failed.reason
}

/** Says while files of the app itself cannot be fetched, and waits where nothing else can be done. */
class Patience {
  readonly #ports: RunnerPorts
  #lostInARow = 0
  #waits = 0

  constructor(ports: RunnerPorts) {
    this.#ports = ports
  }

  reward(): void {
    if (this.#lostInARow > 0) this.#ports.reporter.waiting(null)
    this.#lostInARow = 0
    this.#waits = 0
  }

  /** @param left items that are left to do, the one that failed among them. */
  async lose(error: UnreachableError, left: number, signal: AbortSignal): Promise<void> {
    const { clock, reporter } = this.#ports
    reporter.waiting(error.message)
    this.#lostInARow++
    if (this.#lostInARow < Math.min(left, MAX_LOST_IN_A_ROW)) return
    await clock.sleep(RETRY_MS[Math.min(this.#waits++, RETRY_MS.length - 1)]!, signal)
  }
}
