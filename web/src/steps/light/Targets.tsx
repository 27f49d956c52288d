import { lightingOf } from '@cloudbank/core/shoot'
import { useMemo } from 'react'
import { Link } from 'react-router'
import type { Histogram } from '@cloudbank/core/measure'
import { THRESHOLDS } from '@cloudbank/core/findings'
import { formatPercent } from '@cloudbank/core/words'
import { Handle, Reading } from '../../stage/desk'
import type { OwnControlProps } from '../../stage/controls'
import { median } from '@cloudbank/core/raster'
import { exposureFor, litReading, siblingReadings } from './litReadings'
import { strings } from './strings'

/** Lightness that is off by less than this is even, L*. */
const EVEN_L = 1.5

interface Props extends OwnControlProps {
  readonly histogram: Histogram | null
  readonly clipping: boolean
  readonly onClipping: () => void
}

/** What is measured beside what is asked or what the siblings have, each with the handle that moves it. */
export function Targets({ editor, view, shot, histogram, clipping, onClipping }: Props) {
  const settings = editor.steps.light
  const own = useMemo(() => litReading(shot, view, settings), [shot, view, settings])
  const siblings = useMemo(() => siblingReadings(shot, view), [shot, view])
  const lighting = lightingOf(shot, view.lightings)
  const matchTo = (wanted: number, field: 'backdropL' | 'productL'): void => {
    const exposureEv = exposureFor(
      wanted,
      (ev) => litReading(shot, view, { ...settings, exposureEv: ev })?.[field] ?? null,
    )
    if (exposureEv === null) return
    editor.actions.keep(strings.matchedToSiblings, 'light', { exposureEv })
  }
  const lightness = (label: string, field: 'backdropL' | 'productL') => {
    const now = own?.[field] ?? null
    const asked = median(siblings.flatMap((each) => each[field] ?? []))
    if (now === null) return null
    const off = asked === null ? 0 : now - asked
    return (
      <Reading
        key={label}
        label={label}
        measured={`L* ${now.toFixed(1)}`}
        asked={asked === null ? '' : asked.toFixed(1)}
        needs={Math.abs(off) > 3 * EVEN_L}
      >
        {asked !== null && Math.abs(off) > EVEN_L ? (
          <Handle onClick={() => matchTo(asked, field)}>{strings.match}</Handle>
        ) : (
          asked !== null && strings.even
        )}
      </Reading>
    )
  }
  const chroma = own?.chroma ?? null
  const isCast = chroma !== null && chroma >= THRESHOLDS.castChroma
  const clipped = histogram?.clipped01 ?? 0
  return (
    <>
      {lightness(strings.backdrop, 'backdropL')}
      {lightness(strings.product, 'productL')}
      {chroma !== null && (
        <Reading
          label={strings.cast}
          measured={chroma.toFixed(1)}
          asked={`< ${THRESHOLDS.castChroma}`}
          needs={isCast}
        >
          {isCast && lighting ? (
            <Link to={`/shoots/${view.shoot.id}/lightings/${lighting.id}`}>
              <u>{strings.readSpot}</u>
            </Link>
          ) : (
            !isCast && strings.fine
          )}
        </Reading>
      )}
      {histogram && (
        <Reading
          label={strings.clipped}
          measured={formatPercent(clipped)}
          asked={`< ${formatPercent(THRESHOLDS.clipped01, 0)}`}
          needs={false}
        >
          <Handle onClick={onClipping}>{clipping ? strings.hide : strings.show}</Handle>
        </Reading>
      )}
    </>
  )
}
