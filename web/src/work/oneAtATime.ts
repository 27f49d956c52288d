/**
 * Work of which there is one at a time. Called while it is at work, it is done once more after that, for
 * what has come too late to be seen; whoever calls waits for all of it.
 */
export function oneAtATime(work: () => Promise<void>): () => Promise<void> {
  let working: Promise<void> | null = null
  let again = false
  const rounds = async (): Promise<void> => {
    do {
      again = false
      await work()
    } while (again)
  }
  return () => {
    if (working) again = true
    working ??= rounds().finally(() => {
      working = null
    })
    return working
  }
}
