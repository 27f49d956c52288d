import { useCallback, useMemo, useState, type ReactElement } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import type { PreviewAnswers } from '@cloudbank/hosts/previewer'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { sharedPreviewer } from '../../preview'
import { Action, Key } from '../../ui'
import { Stage } from '../../stage/Stage'
import { seenAlone, type Bench } from '../../stage/bench'
import { useSame } from '../../stage/useSame'
import { LightDesk } from './LightDesk'
import { LightPicture } from './LightPicture'
import { Readout, type PixelReading } from './Readout'
import { strings } from './strings'

/** Strength of the strain view. */
const STRAIN = 8

/** Longer side at which the tones are counted where the photograph itself is not seen, in pixels. */
const TONES_SIDE_PX = 800

/** Light on the bench: the photograph as the sliders have it, with its tones below. */
export function LightStage({ bench }: { bench: Bench }) {
  const { view, shot, picture, assets, editor, rendition } = bench
  const [clipping, setClipping] = useState(false)
  const [straining, setStraining] = useState(false)
  const [scale, setScale] = useState(1)
  const [drawn, setDrawn] = useState<PreviewAnswers['draw'] | null>(null)
  const [pixel, setPixel] = useState<PixelReading>(null)
  useCommand('clipping', () => setClipping((on) => !on))
  useCommand('strain', () => setStraining((on) => !on))
  const marks = useMemo(
    () => ({ clipping, strain: straining ? STRAIN : null }),
    [clipping, straining],
  )
  const settings = useSame(editor.steps.light)
  const showDrawn = useCallback((name: string, answer: PreviewAnswers['draw']): void => {
    setDrawn(answer)
    setPixel((before) => ({ point: before?.point ?? null, view: name }))
  }, [])
  const lit = (at: number): ReactElement | undefined =>
    picture ? (
      <LightPicture
        picture={picture}
        settings={settings}
        assets={assets}
        marks={marks}
        scale={at}
        onDrawn={showDrawn}
      />
    ) : undefined
  return (
    <Stage
      bench={bench}
      picture={shot}
      window={WHOLE_01}
      result={lit(scale)}
      unseen={lit(TONES_SIDE_PX / Math.max(shot.width, shot.height))}
      views={
        <>
          <Action
            look="quiet"
            fontSize="12px"
            aria-pressed={clipping}
            fontWeight={clipping ? 700 : 500}
            onClick={() => setClipping(!clipping)}
          >
            {strings.clipping} <Key>{keyLabel('clipping')}</Key>
          </Action>
          <Action
            look="quiet"
            fontSize="12px"
            aria-pressed={straining}
            fontWeight={straining ? 700 : 500}
            onClick={() => setStraining(!straining)}
          >
            {strings.strain} <Key>{keyLabel('strain')}</Key>
          </Action>
        </>
      }
      reading={<Readout reading={pixel} ask={askPixel} />}
      desk={
        <LightDesk
          editor={editor}
          view={view}
          shot={shot}
          shown={rendition}
          histogram={drawn?.histogram ?? null}
          clipping={clipping}
          onClipping={() => {
            setClipping(!clipping)
            seenAlone(bench)
          }}
        />
      }
      onScale={setScale}
      onPoint={(point) => setPixel((before) => ({ point, view: before?.view ?? null }))}
    />
  )
}

const askPixel = (view: string, x: number, y: number): Promise<PreviewAnswers['pixel']> =>
  sharedPreviewer().ask<'pixel'>({ kind: 'pixel', view, x, y })
