/** One thing in a store. */
export interface Stored {
  readonly key: string
  readonly bytes: number
  /** When it was written or last asked for, in ms of the epoch. */
  readonly usedAt: number
}

/**
 * Where machines that work together keep photographs and what is made of them. Keys are paths of lower-case words,
 * digits and dots. What is written is there whole or not at all.
 */
export interface StorePort {
  readonly has: (key: string) => Promise<boolean>
  /** The bytes under a key; null where there are none. */
  readonly get: (key: string) => Promise<Uint8Array | null>
  /** Writes bytes, over any that were there. */
  readonly put: (key: string, bytes: Uint8Array) => Promise<void>
  /** Removes what lies under a key, if anything does. */
  readonly remove: (key: string) => Promise<void>
  /** Everything whose key begins so. */
  readonly list: (prefix: string) => Promise<readonly Stored[]>
}

/** Keys of a store. */
export const KEYS = {
  contents: 'contents/',
  content: (hash: string) => `contents/${hash}`,
  made: 'made/',
  /** Written last: what it names is there. */
  madeOrder: (id: string) => `made/${id}/order.json`,
  madeFile: (id: string, hash: string) => `made/${id}/${hash}`,
} as const
