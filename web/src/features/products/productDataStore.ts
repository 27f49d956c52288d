import { create } from 'zustand'

interface ProductDataState {
  /** Text of the table that is looked at; null while the window is closed. */
  readonly text: string | null
  readonly open: (text: string) => void
  readonly close: () => void
}

/** The table of products that is being taken in. */
export const useProductData = create<ProductDataState>()((set) => ({
  text: null,
  open: (text) => set({ text }),
  close: () => set({ text: null }),
}))

/** Opens the first of these tables. */
export async function lookAtTables(tables: readonly File[]): Promise<void> {
  const [first] = tables
  if (first) useProductData.getState().open(await first.text())
}
