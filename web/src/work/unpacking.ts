import { create } from 'zustand'

/** How far the file is that is being opened. */
export interface Unpacking {
  readonly name: string
  /** Entries of a zip, of which it isn’t known how many come; or the rows and files of a saved shoot. */
  readonly of: 'entries' | 'rows' | 'files'
  readonly done: number
  /** Null while it is not known. */
  readonly total: number | null
}

/** Which zip or saved shoot is being opened, and how far; null when none is. */
export const useUnpacking = create<{ readonly now: Unpacking | null }>()(() => ({ now: null }))

/** Told how far the opening of a file is. */
export type OnUnpacking = (now: Unpacking) => void

export const sayUnpacking: OnUnpacking = (now) => useUnpacking.setState({ now })

export const doneUnpacking = (): void => useUnpacking.setState({ now: null })
