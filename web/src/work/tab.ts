/** This tab among all of this browser. */
export const TAB = crypto.randomUUID()

const lockOf = (tab: string): string => `cloudbank/tab/${tab}`

/** Says that this tab is open, for as long as it is. Called once, when the app starts. */
export function holdTab(): void {
  // Held until the tab is closed, when the browser lets go of it.
  void navigator.locks.request(lockOf(TAB), () => new Promise(() => undefined))
}

/** A page that is left lets go of its lock a moment after the next one has begun. */
const LEAVING_MS = 5000

/** Does something about what a tab has left behind, if that tab is gone or about to be. */
export async function ifGone(tab: string, act: () => Promise<void>): Promise<void> {
  const signal = AbortSignal.timeout(LEAVING_MS)
  // Once the lock is there, the time limit is of no concern any more.
  const isOpen = (error: unknown): boolean => signal.aborted && error === signal.reason
  await navigator.locks.request(lockOf(tab), { signal }, act).catch((error: unknown) => {
    if (!isOpen(error)) throw error
  })
}
