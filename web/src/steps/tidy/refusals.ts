import type { Point } from '@cloudbank/core/strokes'
import type { SpeckMark } from '@cloudbank/core/steps'
import type { ShootId, Shot } from '../../data'
import { attempt } from '../../notices'
import { keepPuts } from '../../work/saves'
import { strings } from './strings'

/** A mark is hit within this share of the picture about it. */
const REACH = 0.006

const isIn = ([x, y]: Point, { box }: SpeckMark, more: number): boolean =>
  x >= box.x - more &&
  x <= box.x + box.width + more &&
  y >= box.y - more &&
  y <= box.y + box.height + more

/** Refuses the mark at a place; takes a refusal back where the mark there is refused. */
export function refuseAt(
  shootId: ShootId,
  shot: Shot,
  specks: readonly SpeckMark[],
  place: Point,
): void {
  const hit =
    specks.find((mark) => isIn(place, mark, 0)) ?? specks.find((mark) => isIn(place, mark, REACH))
  if (!hit) return
  const path = ['touches', 'tidy', 'refused']
  const middle: Point = [hit.box.x + hit.box.width / 2, hit.box.y + hit.box.height / 2]
  const refused = Object.entries(shot.touches.tidy?.refused ?? {})
  const taken = refused.filter(([, point]) => isIn(point, hit, REACH))
  const at = (id: string, value: unknown) => ({
    table: 'shots' as const,
    id: shot.id,
    path: [...path, id],
    value,
  })
  const puts = hit.isRefused
    ? taken.map(([id]) => at(id, undefined))
    : [at(crypto.randomUUID(), middle)]
  if (puts.length === 0) return
  const words = hit.isRefused ? strings.rejectionUndone : strings.rejectedAsDirt
  attempt(keepPuts(shootId, words, puts), strings.markIsUnchanged)
}
