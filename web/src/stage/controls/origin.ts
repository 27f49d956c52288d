import type { Origin } from '@cloudbank/core/brief'

/** What is said of where a setting comes from; the brief goes without saying. */
export const ORIGIN_WORDS: Readonly<Record<Origin, string>> = {
  shot: 'this shot',
  lighting: 'lighting',
  brief: '',
}
