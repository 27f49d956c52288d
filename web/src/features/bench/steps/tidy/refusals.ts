import type { Point } from '@cloudbank/core/strokes'
import type { TidyRaster } from '@cloudbank/hosts/previewer'
import { perform, put, type ShootId, type Shot } from '../../../../data'
import { attempt } from '../../../../notices'

/** A mark is hit within this share of the picture about it. */
const REACH = 0.006

type Mark = TidyRaster['specks'][number]

const isIn = ([x, y]: Point, { box }: Mark, more: number): boolean =>
  x >= box.x - more &&
  x <= box.x + box.width + more &&
  y >= box.y - more &&
  y <= box.y + box.height + more

/** Refuses the mark at a place; takes a refusal back where the mark there is refused. */
export function refuseAt(shootId: ShootId, shot: Shot, specks: readonly Mark[], at: Point): void {
  const hit =
    specks.find((mark) => isIn(at, mark, 0)) ?? specks.find((mark) => isIn(at, mark, REACH))
  if (!hit) return
  const path = ['touches', 'tidy', 'refused']
  const middle: Point = [hit.box.x + hit.box.width / 2, hit.box.y + hit.box.height / 2]
  const refused = Object.entries(shot.touches.tidy?.refused ?? {})
  const taken = refused.filter(([, place]) => isIn(place, hit, REACH))
  const edits = hit.isRefused
    ? taken.map(([id]) => put('shots', shot.id, [...path, id], undefined))
    : [put('shots', shot.id, [...path, crypto.randomUUID()], middle)]
  if (edits.length === 0) return
  const words = hit.isRefused ? 'Cleaned after all' : 'Refused as dirt'
  attempt(perform({ shootId, words, edits }), 'The mark is as it was')
}
