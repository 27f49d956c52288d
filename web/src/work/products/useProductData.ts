import { useLiveQuery } from 'dexie-react-hooks'
import { create } from 'zustand'
import { TABLE_LIMITS } from '@cloudbank/core/shoot'
import { database, type ShootId } from '../../data'

interface ProductDataState {
  /** Text that was pasted; null while nothing is. */
  readonly text: string | null
  readonly open: () => void
  readonly type: (text: string) => void
  readonly close: () => void
}

/** The table of products that a person has asked for or is typing. */
export const useProductData = create<ProductDataState>()((set) => ({
  text: null,
  open: () => set({ text: '' }),
  type: (text) => set({ text }),
  close: () => set({ text: null }),
}))

/** A letter of UTF-8 has at most so many bytes. */
const MAX_BYTES_A_LETTER = 4

/** A table that was dropped and waits to be looked at. */
export interface WaitingTable {
  readonly id: number
  readonly fileName: string
  readonly text: string
  /** Tables that wait behind it. */
  readonly more: number
}

/** The first table that waits for this shoot; null when none does. */
export function useWaitingTable(shootId: ShootId): WaitingTable | null {
  return (
    useLiveQuery(async () => {
      const tables = await database.productTables.where('shootId').equals(shootId).sortBy('id')
      const [first] = tables
      if (!first) return null
      // No more than can be a table: a longer one is refused by its letters.
      const text = await first.blob.slice(0, MAX_BYTES_A_LETTER * TABLE_LIMITS.letters).text()
      return { id: first.id!, fileName: first.fileName, text, more: tables.length - 1 }
    }, [shootId]) ?? null
  )
}

/** A table has been looked at, and taken in or left. */
export const dropTable = (id: number): Promise<void> => database.productTables.delete(id)
