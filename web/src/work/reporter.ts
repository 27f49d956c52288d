import { create, type StoreApi, type UseBoundStore } from 'zustand'
import type { ReporterPort } from '@cloudbank/hosts/runs'

/** What this tab is at; other tabs see how far it is in the database. */
export interface Report {
  readonly atWork: readonly string[]
  /** Why the work waits; null while it goes on. */
  readonly waiting: string | null
}

/** A reporter that a screen can look at. */
export function createReporter(): {
  readonly useReport: UseBoundStore<StoreApi<Report>>
  readonly reporter: ReporterPort
} {
  const useReport = create<Report>()(() => ({ atWork: [], waiting: null }))
  return {
    useReport,
    reporter: {
      atWork: (atWork) => useReport.setState({ atWork }),
      waiting: (waiting) => useReport.setState({ waiting }),
    },
  }
}
