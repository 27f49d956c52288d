/** This tab among all of this browser. */
export const TAB = crypto.randomUUID()

const lockOf = (tab: string): string => `cloudbank/tab/${tab}`

/** Says that this tab is open, for as long as it is. Called once, when the app starts. */
export function holdTab(): void {
  // Held until the tab is closed, when the browser lets go of it.
  void navigator.locks.request(lockOf(TAB), () => new Promise(() => undefined))
}

/** Does something about what a tab has left behind, if that tab is gone. */
export async function ifGone(tab: string, act: () => Promise<void>): Promise<void> {
  await navigator.locks.request(lockOf(tab), { ifAvailable: true }, async (lock) => {
    if (lock) await act()
  })
}
