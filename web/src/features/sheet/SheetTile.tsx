import { seenAs, whyOf } from '@cloudbank/core/shoot'
import { findingsWith, recipeOf, renditionsOf, settingsAt, standingOf } from '../../work/model'
import { memo } from 'react'
import { planHem } from '@cloudbank/core/steps'
import { useSheet } from './sheetStore'
import { Tile, type TileProps } from './Tile'

type Props = Omit<TileProps, 'rendition' | 'frame' | 'segments' | 'why'>

/** A shot of the view as a tile; drawn again only when something of it changes, not when it scrolls. */
export const SheetTile = memo(function SheetTile(props: Props) {
  const { shot, view, px } = props
  const seenThrough = useSheet((state) => state.seenThrough)
  const recipe = recipeOf(view)
  const renditions = renditionsOf(shot, recipe, view.renditions)
  const shown = seenAs(renditions, recipe, px * devicePixelRatio, seenThrough)
  const findings = findingsWith(shot, view, renditions)
  const standing = standingOf(shot, recipe, view.renditions)
  return (
    <Tile
      {...props}
      rendition={shown}
      frame={settingsAt(shot, recipe, 'frame', shown?.placementId ?? null)}
      segments={planHem({ standing, findings, failed: shot.failure !== null })}
      why={whyOf(findings)}
    />
  )
})
