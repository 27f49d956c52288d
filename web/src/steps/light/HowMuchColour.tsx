import { VIVID_BINS, type Histogram } from '@cloudbank/core/measure'
import type { OwnControlProps } from '../../stage/controls'
import { LightDials } from './LightDials'
import { strings } from './strings'

const HEIGHT = 30

/** How vivid the picture is, from grey to full colour, and what makes it more or less so. */
export function HowMuchColour({
  editor,
  histogram,
}: OwnControlProps & { histogram: Histogram | null }) {
  return (
    <>
      {histogram && <Vividness bins={histogram.vivid} />}
      <LightDials editor={editor} fields={['saturation', 'vibrance']} />
    </>
  )
}

/** From this class on colours are vivid: they are spared by what lifts the pale ones. */
const VIVID_FROM = Math.round(VIVID_BINS * 0.6)

function Vividness({ bins }: { bins: Uint32Array }) {
  // Greys are most of every picture: the others are shown against each other.
  const most = Math.max(1, ...bins.subarray(2))
  return (
    <svg
      className="vividness"
      viewBox={`0 0 ${VIVID_BINS} ${HEIGHT}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={strings.pixelsByColourStrengthFrom}
    >
      {[...bins].map((count, i) => {
        const height = Math.min(1, Math.sqrt(count / most)) * (HEIGHT - 2)
        return (
          <rect
            key={i}
            x={i + 0.15}
            width="0.7"
            y={HEIGHT - height}
            height={height}
            className={i >= VIVID_FROM ? 'vivid' : undefined}
          />
        )
      })}
    </svg>
  )
}
