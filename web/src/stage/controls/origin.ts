import type { Origin } from '@cloudbank/core/brief'
import { strings } from '../strings'

/** What is said of where a setting comes from; the brief goes without saying. */
export const ORIGIN_WORDS: Readonly<Record<Origin, string>> = {
  shot: strings.thisShotInline,
  lighting: 'lighting',
  brief: '',
}
