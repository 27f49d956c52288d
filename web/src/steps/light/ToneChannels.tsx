import type { Histogram } from '@cloudbank/core/measure'
import { histogramOutline, histogramTop } from './histogramOutline'
import { TONES_HEIGHT, TONES_WIDTH } from './toneScale'

/** The three channels, each with a pattern of its own. */
export function ToneChannels({ histogram }: { histogram: Histogram }) {
  const { red, green, blue } = histogram
  const top = histogramTop([red, green, blue])
  return (
    <>
      <path
        d={`${histogramOutline(green, top, TONES_HEIGHT)}L${TONES_WIDTH} ${TONES_HEIGHT}L0 ${TONES_HEIGHT}Z`}
        className="mass"
      />
      <path d={histogramOutline(red, top, TONES_HEIGHT)} className="channel" />
      <path
        d={histogramOutline(green, top, TONES_HEIGHT)}
        className="channel"
        strokeDasharray="5 3"
      />
      <path
        d={histogramOutline(blue, top, TONES_HEIGHT)}
        className="channel"
        strokeDasharray="1.5 2.5"
      />
    </>
  )
}
