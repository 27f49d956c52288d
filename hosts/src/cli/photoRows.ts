import { basename } from 'node:path'
import { UNTOUCHED, type Brief } from '@cloudbank/core/brief'
import { stemOf } from '@cloudbank/core/names'
import type { Outlet } from '@cloudbank/core/outlets'
import {
  BriefId,
  guessPattern,
  OriginalHash,
  readName,
  ShootId,
  ShotId,
  type Product,
  type ShootRows,
  type Shot,
} from '@cloudbank/core/shoot'

/** The shoot that the command line's photographs are. */
export const SHOOT_ID = ShootId.parse('command-line')
/** A photograph's hash until it is read. */
const UNREAD = OriginalHash.parse('unread')
const BRIEF_ID = BriefId.parse('command-line')

/** A shot of the command line, and the file that it is. */
export interface PhotoRows {
  readonly rows: ShootRows
  readonly pathOf: (shot: Shot) => string
}

/**
 * Photographs as the rows of a shoot: named by their files, and put to the products that their names lead to.
 *
 * @param day today, as YYYY-MM-DD.
 * @param outlets where they go in place of the brief's own placements; none takes those.
 */
export function photoRows(
  photos: readonly string[],
  brief: Brief,
  outlets: readonly Outlet[],
  products: readonly Product[],
  day: string,
): PhotoRows {
  const bySku = new Map(products.map((product) => [product.sku, product]))
  const names = photos.map((path) => basename(path))
  const pattern = guessPattern(names.map(stemOf), new Set(bySku.keys()))?.pattern ?? ''
  const shots = names.map((fileName, order): Shot => {
    const { sku, angle, order: place } = readName(stemOf(fileName), pattern)
    const isKnown = sku !== null && bySku.has(sku)
    return {
      id: ShotId.parse(String(order)),
      shootId: SHOOT_ID,
      fileName,
      originalHash: UNREAD,
      sku: isKnown ? sku : null,
      angle: isKnown ? angle : null,
      width: 0,
      height: 0,
      bytes: 0,
      type: 'jpeg',
      order,
      place: isKnown ? place : null,
      findings: [],
      failure: null,
      lightingId: null,
      sorted: false,
      twinOf: null,
      touches: UNTOUCHED,
      words: { file: null, alt: null },
      going: {},
      alsoFor: [],
      verdict: null,
    }
  })
  return {
    rows: {
      shoot: {
        id: SHOOT_ID,
        name: brief.name,
        dueOn: null,
        createdAt: 0,
        briefId: BRIEF_ID,
        namePattern: null,
        outlets: [...outlets],
        ownFiles: outlets.length === 0,
        productFolders: false,
        makesArrivals: false,
      },
      briefRow: { id: BRIEF_ID, brief },
      shots,
      products: bySku,
      renditions: new Map(),
      lightings: new Map(),
      measures: new Map(),
      day,
    },
    pathOf: ({ order }) => photos[order]!,
  }
}
