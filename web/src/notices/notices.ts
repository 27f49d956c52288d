import { create } from 'zustand'

/** A sentence at the foot of the screen. `needs` stays until it is closed. */
export interface Notice {
  readonly id: number
  readonly kind: 'says' | 'needs'
  readonly text: string
}

interface NoticeState {
  readonly notices: readonly Notice[]
  readonly say: (text: string) => void
  readonly need: (text: string) => void
  readonly close: (id: number) => void
}

const SHOWN_MS = 6000
let lastId = 0

/** What happened. What needs somebody is kept however much is said after it. */
export const useNotices = create<NoticeState>()((set, get) => {
  const add = (kind: Notice['kind'], text: string): number => {
    const id = ++lastId
    set(({ notices }) => ({
      // The same sentence twice is one.
      notices: [...notices.filter((notice) => notice.text !== text), { id, kind, text }],
    }))
    return id
  }
  return {
    notices: [],
    say: (text) => {
      const id = add('says', text)
      setTimeout(() => get().close(id), SHOWN_MS)
    },
    need: (text) => void add('needs', text),
    close: (id) => set(({ notices }) => ({ notices: notices.filter((n) => n.id !== id) })),
  }
})
