import type { Rendition, Shot } from '@cloudbank/core/shoot'
import type { KeyedMatte } from '../pool'

/** Where the files behind a shoot's rows are had. */
export interface RowFiles {
  readonly original: (shot: Shot) => Promise<Uint8Array>
  readonly mattes: (shot: Shot) => Promise<readonly KeyedMatte[]>
  readonly finished: (rendition: Rendition) => Promise<Uint8Array>
}
