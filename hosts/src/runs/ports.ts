/** Lets one at a time in, over everything that shares it: tabs, processes, machines. */
export interface LockPort {
  /** Waits for its turn, then holds the lock for as long as the task takes. */
  readonly hold: <T>(name: string, task: () => Promise<T>, signal?: AbortSignal) => Promise<T>
}

export interface ClockPort {
  /** Milliseconds that only ever grow. */
  readonly now: () => number
  /** Ends early, without an error, once the signal is aborted. */
  readonly sleep: (ms: number, signal: AbortSignal) => Promise<void>
}

/** Told what is going on, for whoever looks; nothing depends on it. */
export interface ReporterPort {
  /** What is at work now, by name. */
  readonly atWork: (names: readonly string[]) => void
  /** Why the work waits, in words; null when it goes on. */
  readonly waiting: (reason: string | null) => void
}

/** What a runner needs of its surroundings. */
export interface RunnerPorts {
  readonly lock: LockPort
  readonly clock: ClockPort
  readonly reporter: ReporterPort
  /** Things that are worked on at the same time. */
  readonly lanes: number
}
