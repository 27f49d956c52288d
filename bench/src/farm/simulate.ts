/** What a farm is like, for a simulation of more machines than there are here. */
export interface FarmModel {
  /** Time that each photograph keeps a worker busy, in ms, in the order in which they are taken. */
  readonly serviceMs: readonly number[]
  /** Time between two photographs of a worker: asking the queue, reading and writing the store, in ms. */
  readonly betweenMs: number
  /** Time of each photograph on the one line that all workers share with store and queue, in ms. */
  readonly lineMs: number
}

export interface Simulated {
  readonly workers: number
  readonly seconds: number
  readonly perMinute: number
  /** Share of the workers' time that they work on photographs. */
  readonly busy01: number
}

/**
 * Plays a farm of alike machines, one photograph at a time each: whoever is free takes the next one, waits until the
 * shared line is free, and then works. A discrete-event simulation with a first-come-first-served line.
 */
export function simulateFarm(
  { serviceMs, betweenMs, lineMs }: FarmModel,
  workers: number,
): Simulated {
  const freeAt = new Array<number>(workers).fill(0)
  let lineFreeAt = 0
  let busy = 0
  for (const service of serviceMs) {
    const next = freeAt.indexOf(Math.min(...freeAt))
    const start = Math.max(freeAt[next]!, lineFreeAt)
    lineFreeAt = start + lineMs
    freeAt[next] = start + lineMs + betweenMs + service
    busy += service
  }
  const ms = Math.max(...freeAt)
  return {
    workers,
    seconds: ms / 1000,
    perMinute: (serviceMs.length / ms) * 60_000,
    busy01: busy / (ms * workers),
  }
}
