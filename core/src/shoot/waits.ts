/** What a shoot waits for, counted. */
export interface ShootCounts {
  /** Photographs. */
  readonly shots: number
  /** Shots that could not be made. */
  readonly failed: number
  readonly returned: number
  /** Renditions that are missing or out of date. */
  readonly toMake: number
  /** Shots without a verdict, or changed since they had one. */
  readonly unreviewed: number
  /** Finished renditions whose files have not left in any delivery. */
  readonly undelivered: number
}

/** What a shoot waits for, and so the one step on from there. */
export type Wait = 'photographs' | 'failed' | 'returned' | 'make' | 'review' | 'deliver'

/** What a shoot waits for, in the order in which it is done; none where it is delivered. */
export function waitsOf(counts: ShootCounts): readonly Wait[] {
  const { shots, failed, returned, toMake, unreviewed, undelivered } = counts
  if (shots === 0) return ['photographs']
  const waits: readonly (readonly [Wait, number])[] = [
    ['failed', failed],
    ['returned', returned],
    ['make', toMake],
    ['review', unreviewed],
    ['deliver', undelivered],
  ]
  return waits.filter(([, count]) => count > 0).map(([wait]) => wait)
}
