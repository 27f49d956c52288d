import { createBrowserPool } from '@cloudbank/hosts/browser'
import type { WorkerPool } from '@cloudbank/hosts/pool'

let pool: WorkerPool | null = null

/** The app's one pool of workers, started when it is first needed. */
export const sharedPool = (): WorkerPool => (pool ??= createBrowserPool())
