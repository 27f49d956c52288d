import { create } from 'zustand'

/** A sentence at the foot of the screen. `needs` stays until it is closed. */
export interface Notice {
  readonly id: number
  readonly kind: 'says' | 'needs'
  readonly text: string
  /** What can be done about it at once. */
  readonly deed: NoticeDeed | null
}

export interface NoticeDeed {
  readonly words: string
  readonly act: () => void
}

interface NoticeState {
  readonly notices: readonly Notice[]
  readonly say: (text: string, deed?: NoticeDeed) => void
  readonly need: (text: string, deed?: NoticeDeed) => void
  readonly close: (id: number) => void
}

const SHOWN_MS = 6000
/** What can still be done something about stays longer. */
const SHOWN_WITH_DEED_MS = 12_000
let lastId = 0

/** What happened. What needs somebody is kept however much is said after it. */
export const useNotices = create<NoticeState>()((set, get) => {
  const add = (kind: Notice['kind'], text: string, deed: NoticeDeed | null = null): number => {
    const id = ++lastId
    set(({ notices }) => ({
      // The same sentence twice is one.
      notices: [...notices.filter((notice) => notice.text !== text), { id, kind, text, deed }],
    }))
    return id
  }
  return {
    notices: [],
    say: (text, deed) => {
      const id = add('says', text, deed)
      setTimeout(() => get().close(id), deed ? SHOWN_WITH_DEED_MS : SHOWN_MS)
    },
    need: (text, deed) => void add('needs', text, deed),
    close: (id) => set(({ notices }) => ({ notices: notices.filter((n) => n.id !== id) })),
  }
})
