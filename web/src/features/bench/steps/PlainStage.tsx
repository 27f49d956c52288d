import type { ComponentProps, ReactNode } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import { Stage } from '../Stage'
import type { Sides } from '../view'
import type { Shown } from '../Viewer'
import { StageCanvas } from '../StageCanvas'
import type { Bench } from '../useBench'
import { useStagePictures } from '../useStagePictures'
import { FactsPanel } from './FactsPanel'
import { Waiting } from './Waiting'

/** Longer side of the picture, in pixels. */
const SIDE_PX = 1200

/** A step without tools of its own: the picture as it leaves the step, and what the brief says. */
export const PlainStage = ({ bench }: { bench: Bench }) => (
  <PicturedStage bench={bench} panel={<FactsPanel bench={bench} />} />
)

interface Props extends Pick<ComponentProps<typeof Stage>, 'tool' | 'tools'> {
  /** Drawn over the picture, whose sides it is told. */
  readonly overlay?: (shown: Shown, picture: Sides) => ReactNode
  readonly bench: Bench
  readonly panel: ReactNode
}

/** The picture as it leaves the step, beside whatever panel the step has. */
export function PicturedStage({ bench, panel, overlay, ...more }: Props) {
  const { shot, stage, rendition, plan, assets, mattes } = bench
  const pictures = useStagePictures(bench.picture, plan, assets, mattes, {
    sidePx: SIDE_PX,
    only: stage,
  })
  const picture = pictures.find(({ step }) => step === stage)
  return (
    <Stage
      bench={bench}
      picture={picture ?? shot}
      window={rendition?.window ?? WHOLE_01}
      result={picture && <StageCanvas picture={picture} label={`After ${stage}`} />}
      reading={picture ? undefined : <Waiting mattes={mattes} />}
      panel={panel}
      {...more}
      {...(overlay && picture ? { overlay: (shown: Shown) => overlay(shown, picture) } : {})}
    />
  )
}
