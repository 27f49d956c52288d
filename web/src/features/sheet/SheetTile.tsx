import { memo } from 'react'
import { planHem, type FrameSettings } from '@cloudbank/core/steps'
import type { Rendition, Shot } from '../../data'
import { findingsOf, whyOf } from '../../work/findings'
import { recipeOf, type Recipe } from '../../work/recipe'
import { renditionsOf, standingOf } from '../../work/stale'
import { Tile, type TileProps } from './Tile'

type Props = Omit<TileProps, 'rendition' | 'frame' | 'segments' | 'why'>

/** A shot of the view as a tile; drawn again only when something of it changes, not when it scrolls. */
export const SheetTile = memo(function SheetTile(props: Props) {
  const { shot, view, px } = props
  const recipe = recipeOf(view)
  const renditions = renditionsOf(shot, recipe, view.renditions)
  const shown = [...renditions]
    .sort((a, b) => a.width - b.width)
    .find(({ width }, i, all) => width >= px * 2 || i === all.length - 1)
  const findings = findingsOf(shot, view, renditions)
  const standing = standingOf(shot, recipe, view.renditions)
  return (
    <Tile
      {...props}
      rendition={shown}
      frame={frameOf(shot, recipe, shown)}
      segments={planHem({ standing, findings, failed: shot.failure !== null })}
      why={whyOf(findings)}
    />
  )
})

/** How a rendition is framed: by the brief, what its placement asks, and the shot's touches. */
function frameOf(shot: Shot, recipe: Recipe, rendition: Rendition | undefined): FrameSettings {
  const placement = recipe.steps.finish.placements.find(({ id }) => id === rendition?.placementId)
  const asked = placement?.changes.frame as Partial<FrameSettings> | undefined // of its schema
  if (!asked && !shot.touches.frame) return recipe.steps.frame
  return { ...recipe.steps.frame, ...asked, ...shot.touches.frame }
}
