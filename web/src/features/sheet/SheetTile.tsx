import { memo } from 'react'
import { photographFindings } from '../../work/findings'
import { standingOf } from '../../work/stale'
import { findingsOf, wantsLook } from './findingCounts'
import { planHem } from './hem'
import { Tile, type TileProps } from './Tile'

type Props = Omit<TileProps, 'rendition' | 'frame' | 'segments' | 'needs'>

/** A shot of the view as a tile; drawn again only when something of it changes, not when it scrolls. */
export const SheetTile = memo(function SheetTile(props: Props) {
  const { shot, view, px } = props
  const { steps } = view.briefRow.brief
  const renditions = steps.finish.placements.flatMap(
    ({ id }) => view.renditions.get(`${shot.id}/${id}`) ?? [],
  )
  const shown = [...renditions]
    .sort((a, b) => a.width - b.width)
    .find(({ width }, i, all) => width >= px * 2 || i === all.length - 1)
  const findings = findingsOf(shot, renditions, photographFindings(view).get(shot.id))
  const standing = standingOf(shot, { steps, lightings: view.lightings }, view.renditions)
  return (
    <Tile
      {...props}
      rendition={shown}
      frame={steps.frame}
      segments={planHem(standing, findings, shot.failure !== null)}
      needs={wantsLook(findings)}
    />
  )
})
