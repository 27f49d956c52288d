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

type Put = Parameters<typeof keepPuts>[2][number]
type Said = 'refused' | 'accepted'

const put = (shot: Shot, said: Said, id: string, value: Point | undefined): Put => ({
  table: 'shots',
  id: shot.id,
  path: ['touches', 'tidy', said, id],
  value,
})

const middleOf = ({ box }: SpeckMark): Point => [box.x + box.width / 2, box.y + box.height / 2]

const saying = (shot: Shot, said: Said, marks: readonly SpeckMark[]): Put[] =>
  marks.map((mark) => put(shot, said, crypto.randomUUID(), middleOf(mark)))

/** Takes back what was said about a mark. */
const unsaying = (shot: Shot, said: Said, mark: SpeckMark): Put[] =>
  Object.entries(shot.touches.tidy?.[said] ?? {})
    .filter(([, point]) => isIn(point, mark, REACH))
    .map(([id]) => put(shot, said, id, undefined))

/** Rejects the mark at a place; accepts it where it may be print; takes a rejection back where it was rejected. */
export function decideAt(
  shootId: ShootId,
  shot: Shot,
  specks: readonly SpeckMark[],
  place: Point,
): void {
  const hit =
    specks.find((mark) => isIn(place, mark, 0)) ?? specks.find((mark) => isIn(place, mark, REACH))
  if (!hit) return
  const [words, puts] = decisionOn(shot, hit)
  if (puts.length > 0) attempt(keepPuts(shootId, words, puts), strings.markIsUnchanged)
}

function decisionOn(shot: Shot, mark: SpeckMark): [string, Put[]] {
  switch (mark.standing) {
    case 'cleaned':
      return [
        strings.rejectedAsDirt,
        [...saying(shot, 'refused', [mark]), ...unsaying(shot, 'accepted', mark)],
      ]
    case 'rejected':
      return [strings.rejectionUndone, unsaying(shot, 'refused', mark)]
    case 'asked':
      return [strings.acceptedAsDirt, saying(shot, 'accepted', [mark])]
  }
}

/** Says of all marks that may be print what they are. */
export function decideAsked(
  shootId: ShootId,
  shot: Shot,
  specks: readonly SpeckMark[],
  said: Said,
): void {
  const asked = specks.filter(({ standing }) => standing === 'asked')
  const words = said === 'accepted' ? strings.acceptedAsDirt : strings.rejectedAsDirt
  attempt(keepPuts(shootId, words, saying(shot, said, asked)), strings.markIsUnchanged)
}
