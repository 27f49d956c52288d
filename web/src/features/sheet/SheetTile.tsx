import { derived, seenAs, whyOf } from '@cloudbank/core/shoot'
import { findingsWith, recipeOf, renditionsOf, settingsAt, standingOf } from '../../work/model'
import { memo } from 'react'
import { planHem, type Standing } from '@cloudbank/core/steps'
import type { AnyFinding } from '@cloudbank/core/findings'
import type { ShootView } from '../../data'
import { isDrawnByView } from './lens'
import { useSheet } from './sheetStore'
import { Tile, type TileProps } from './Tile'

type Props = Omit<TileProps, 'view' | 'rendition' | 'frame' | 'segments' | 'why'> & {
  readonly view: ShootView
}

/** What is said of a shot's findings; the same objects for the same, so that its tile is not drawn again. */
const saidOf = derived((findings: readonly AnyFinding[], standing: Standing, failed: boolean) => ({
  segments: planHem({ standing, findings, failed }),
  why: whyOf(findings),
}))

/** A shot of the view as a tile; drawn again only when something of it changes, not when it scrolls. */
export const SheetTile = memo(function SheetTile(props: Props) {
  const { shot, view, px, lens } = props
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
      {...saidOf(findings, standing, shot.failure !== null)}
      view={isDrawnByView(lens) ? view : null}
    />
  )
})
