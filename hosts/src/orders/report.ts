import { z } from 'zod'

/** What a worker says of itself, every few seconds. */
export const WorkerReport = z.object({
  name: z.string(),
  /** Orders that it works on at the same time. */
  slots: z.number(),
  /** What it works on now. */
  atWork: z.array(z.string()).readonly(),
  made: z.number(),
  failed: z.number(),
  /** Orders made in the last minute. */
  perMinute: z.number(),
  /** Time of its threads by stage since it began, in ms. */
  stagesMs: z.record(z.string(), z.number()),
  startedAt: z.number(),
  /** When it said so, in ms of the epoch. */
  at: z.number(),
})
export type WorkerReport = z.infer<typeof WorkerReport>

/** A queue as people look on it. */
export const QueueReport = z.object({
  workers: z.array(WorkerReport),
  waiting: z.number(),
  working: z.number(),
  /** The names of what waits, those that come first. */
  next: z.array(z.string()),
  /** Set aside after an error of their own, or after ending their worker three times. */
  failed: z.array(z.object({ name: z.string(), reason: z.string() })),
})
export type QueueReport = z.infer<typeof QueueReport>
