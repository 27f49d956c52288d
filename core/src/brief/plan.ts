import type { Size, Window } from '../raster'
import type { FrameSettings, Placement } from '../steps'
import { BriefSteps } from './brief'
import { z } from 'zod'

/** Everything that decides a shot's pixels, as plain data. */
export const Plan = z.object({
  version: z.literal(1),
  /** SHA-256 of the original's bytes, in hex. */
  original: z.string().regex(/^[0-9a-f]{64}$/),
  steps: BriefSteps,
})
export type Plan = z.infer<typeof Plan>

/** Bumped when the same settings come to give another matte, or other pixels. */
const CUT_ENGINE = 1
const RENDER_ENGINE = 1

/** The plan for one shot: original + brief. */
export function planShot(originalHash: string, steps: BriefSteps): Plan {
  return { version: 1, original: originalHash, steps }
}

/**
 * The key of a shot's matte. Cut reads the original's own pixels, so of the brief only its own
 * settings count, and the scale that the largest rendition needs.
 */
export function matteKey({ original, steps }: Plan): string {
  const largest = Math.max(...steps.finish.placements.map(({ longSidePx }) => longSidePx))
  const scale = Math.ceil(Math.log2(largest / steps.frame.fillPct) * 2)
  return `${original}/cut${CUT_ENGINE}/${JSON.stringify(steps.cut)}/${scale}`
}

/** The key of one rendition: two plans that would make the same file have the same. */
export function renditionKey({ original, steps }: Plan, placement: Placement): string {
  const { light, cut, ground, frame } = steps
  const { name: _, ...file } = placement
  const parts = JSON.stringify([CUT_ENGINE, RENDER_ENGINE, light, cut, ground, frame, file])
  return `${original}/${parts}`
}

/** The size of a placement's picture in pixels for a frame of this ratio. */
export function placementSize({ longSidePx }: Placement, { ratio }: FrameSettings): Size {
  const longest = Math.max(ratio.width, ratio.height)
  return {
    width: Math.max(1, Math.round((longSidePx * ratio.width) / longest)),
    height: Math.max(1, Math.round((longSidePx * ratio.height) / longest)),
  }
}

/** Longer side of the photograph, in pixels, at which its product box fits the largest placement. */
export function neededSidePx(steps: BriefSteps, box01: Window, photograph: Size): number {
  const fill = steps.frame.fillPct / 100
  const scales = steps.finish.placements.map((placement) => {
    const size = placementSize(placement, steps.frame)
    return (
      fill *
      Math.min(
        size.width / (box01.width * photograph.width),
        size.height / (box01.height * photograph.height),
      )
    )
  })
  return Math.max(...scales) * Math.max(photograph.width, photograph.height)
}
