import { create } from 'zustand'
import { createBrowserPool } from '@cloudbank/hosts/browser'
import type { WorkerPool } from '@cloudbank/hosts/pool'

let pool: WorkerPool | null = null

/** What workers fetch before they can go on, and how far it is, 0…1; null while nothing is. */
export const useFetching = create<{
  readonly fetching: { readonly what: string; readonly done01: number } | null
}>()(() => ({ fetching: null }))

/** The app's one pool of workers, started when it is first needed. */
export const sharedPool = (): WorkerPool =>
  (pool ??= createBrowserPool((fetching) => useFetching.setState({ fetching })))
