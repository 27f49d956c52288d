import { countOf, formatSigned } from '@cloudbank/core/words'
import { perform, put, type ShootView, type Shot } from '../data'
import { useNotices } from '../notices'
import { strings } from './strings'

/** Turns shots against the tilt that was measured of them, over what their brief says; says how it went. */
export async function straighten(
  view: Pick<ShootView, 'shoot' | 'measures'>,
  shots: readonly Shot[],
): Promise<void> {
  const tilted = shots.flatMap((shot) => {
    const tilt = view.measures.get(shot.originalHash)?.measures.tiltDegrees ?? null
    return tilt === null ? [] : [{ shot, turnDeg: -Math.round(tilt * 10) / 10 }]
  })
  const [first] = tilted
  if (!first) return
  await perform({
    shootId: view.shoot.id,
    words:
      tilted.length === 1
        ? strings.turnedBy(first.shot.fileName, formatSigned(first.turnDeg, 1))
        : strings.straightened(tilted.length),
    edits: tilted.map(({ shot, turnDeg }) =>
      put('shots', shot.id, ['touches', 'frame', 'turnDeg'], turnDeg),
    ),
  })
  useNotices.getState().say(`${countOf(tilted.length, 'shot')} straightened.`)
}
