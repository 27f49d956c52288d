import { useCallback, useMemo, useState } from 'react'
import { WHOLE_01 } from '@cloudbank/core/raster'
import type { PreviewAnswers } from '@cloudbank/hosts/previewer'
import { useCommand } from '../../keys/commands'
import { keyLabel } from '../../keys/keys'
import { sharedPreviewer } from '../../preview'
import { Key } from '../../ui'
import { Stage, Tool } from '../../stage/Stage'
import type { Bench } from '../../stage/bench'
import { useSame } from '../../stage/useSame'
import { FindingList } from '../../stage/FindingList'
import { LightPanel } from './LightPanel'
import { LightPicture } from './LightPicture'
import { TonesInstrument } from './TonesInstrument'
import { Readout, type PixelReading } from './Readout'
import { strings } from './strings'

/** Strength of the strain view. */
const STRAIN = 8

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
  return (
    <Stage
      bench={bench}
      picture={shot}
      window={WHOLE_01}
      result={
        picture ? (
          <LightPicture
            picture={picture}
            settings={settings}
            assets={assets}
            marks={marks}
            scale={scale}
            onDrawn={showDrawn}
          />
        ) : undefined
      }
      tools={
        <>
          <Tool type="button" aria-pressed={clipping} onClick={() => setClipping(!clipping)}>
            {strings.clipping} <Key>{keyLabel('clipping')}</Key>
          </Tool>
          <Tool type="button" aria-pressed={straining} onClick={() => setStraining(!straining)}>
            {strings.strain} <Key>{keyLabel('strain')}</Key>
          </Tool>
        </>
      }
      reading={<Readout reading={pixel} ask={askPixel} />}
      panel={
        <>
          <LightPanel
            editor={editor}
            view={view}
            shot={shot}
            histogram={drawn?.histogram ?? null}
            clipping={clipping}
            onClipping={() => setClipping(!clipping)}
          />
          <FindingList view={view} shot={shot} shown={rendition} />
        </>
      }
      below={
        <TonesInstrument
          editor={editor}
          view={view}
          shot={shot}
          histogram={drawn?.histogram ?? null}
        />
      }
      onScale={setScale}
      onPoint={(point) => setPixel((before) => ({ point, view: before?.view ?? null }))}
    />
  )
}

const askPixel = (view: string, x: number, y: number): Promise<PreviewAnswers['pixel']> =>
  sharedPreviewer().ask<'pixel'>({ kind: 'pixel', view, x, y })
