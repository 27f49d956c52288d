import type { FileFacts } from '../codec'
import type { Measures } from '../measure'
import type { Rgb } from '../raster'
import { THRESHOLDS } from './thresholds'

/** A photograph as it came in: its file, and what was measured of it. */
export interface MeasuredPhotograph {
  readonly facts: FileFacts
  readonly measures: Measures
}

/** What a photograph is compared with. */
export interface Surroundings {
  /** The brief's ratio. */
  readonly ratio: { readonly width: number; readonly height: number }
  /** The brief's largest placement: its name, and the longer side of a product in it, in pixels. */
  readonly largest: { readonly name: string; readonly productPx: number } | null
  /** The neutral of the shot's lighting; null where none has been read. */
  readonly gains: Rgb | null
  /** Whether the brief takes the neutral of each photograph from its own backdrop. */
  readonly ownNeutral: boolean
  /** Whether the brief cuts the product out and leaves its backdrop behind. */
  readonly leavesBackdrop: boolean
  /** Whether the shot is in a lighting. */
  readonly inLighting: boolean
  /** Stops above the middle of its lighting's shots on the same backdrop; null where there are none. */
  readonly evAgainstSiblings: number | null
  /** File name of an earlier shot with the same motif. */
  readonly duplicateOf: string | null
}

/** Whether the backdrop is of one colour, so that what differs from it can be told. */
export const isPlain = ({ backdrop }: Measures): boolean =>
  backdrop.share01 >= THRESHOLDS.plainShare01
