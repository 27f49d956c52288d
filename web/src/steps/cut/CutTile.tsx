import type { CutTileFacts } from '@cloudbank/core/steps'
import type { LensTile } from '../../lens'
import { strings } from './strings'

/** Widths of the thick line along what is unsure, in hundredths of the tile: white within black. */
const LINES = [
  { stroke: '#1A1A1A', width: 5 },
  { stroke: '#F7F7F7', width: 2.6 },
] as const

/** A cut-out on mid grey, what is in doubt drawn thick. */
export function CutTile({ tile, name }: { tile: LensTile<CutTileFacts>; name: string }) {
  const { doubts } = tile.facts
  return (
    <>
      <img src={tile.url} alt="" draggable={false} decoding="async" />
      <svg
        viewBox="0 0 100 100"
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
        aria-label={strings.unsure(name, doubts.length)}
        data-doubts={doubts.length}
      >
        {LINES.map(({ stroke, width }) => (
          <path
            key={stroke}
            d={doubts
              .flat()
              .map(([x, y]) => `M${x * 100} ${y * 100}h0`)
              .join('')}
            stroke={stroke}
            strokeWidth={width}
            strokeLinecap="round"
          />
        ))}
      </svg>
    </>
  )
}
