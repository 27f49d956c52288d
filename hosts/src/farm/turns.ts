/** Orders are served by rising tag. */
export interface Turns {
  /** The tag of an order that is placed now. */
  readonly tagFor: (group: string, urgent: boolean) => number
  /** To be told when an order's turn has come. */
  readonly begun: (tag: number) => void
}

/**
 * Turns between groups: each order has the tag after its group's last, and none before the order that is served now, so
 * that a group that comes late waits for one order of every other and not for all of them. Urgent orders have tag 0.
 * (Start-time fair queueing: Goyal, Vin and Cheng 1996, with orders of one size.)
 */
export function createTurns(): Turns {
  const lastOf = new Map<string, number>()
  let served = 0
  return {
    tagFor: (group, urgent) => {
      if (urgent) return 0
      const tag = Math.max(served, lastOf.get(group) ?? 0) + 1
      lastOf.set(group, tag)
      return tag
    },
    begun: (tag) => {
      served = Math.max(served, tag)
      for (const [group, last] of lastOf) if (last <= served) lastOf.delete(group)
    },
  }
}
