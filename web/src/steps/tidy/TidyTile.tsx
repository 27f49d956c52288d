import type { TidyTileFacts } from '@cloudbank/core/steps'
import type { Shot } from '../../data'
import type { LensTile } from '../../lens'
import { strings } from './strings'

/** Room between dirt and its mark, in hundredths of the tile. */
const ROOM = 1.2
const LINES = [
  { stroke: '#1A1A1A', width: 1.4 },
  { stroke: '#F7F7F7', width: 0.7 },
] as const

/** A strained picture with the dirt in it marked; marks are dashed where it is found but not cleaned. */
export function TidyTile({ tile, shot }: { tile: LensTile<TidyTileFacts>; shot: Shot }) {
  const { specks, isCleaned } = tile.facts
  const { width, height, fileName } = shot
  const longer = Math.max(width, height)
  return (
    <div
      style={{
        position: 'absolute',
        inset: 0,
        margin: 'auto',
        width: `${(100 * width) / longer}%`,
        height: `${(100 * height) / longer}%`,
      }}
    >
      <img src={tile.url} alt="" draggable={false} decoding="async" />
      <svg
        viewBox="0 0 100 100"
        preserveAspectRatio="none"
        style={{ position: 'absolute', inset: 0, width: '100%', height: '100%' }}
        aria-label={strings.specks(fileName, specks.length)}
        data-specks={specks.length}
      >
        {LINES.map(({ stroke, width }) => (
          <path
            key={stroke}
            d={specks
              .map(
                ({ x, y, width: w, height: h }) =>
                  `M${x * 100 - ROOM} ${y * 100 - ROOM}h${w * 100 + 2 * ROOM}v${h * 100 + 2 * ROOM}h${-w * 100 - 2 * ROOM}z`,
              )
              .join('')}
            fill="none"
            stroke={stroke}
            strokeWidth={width}
            strokeDasharray={isCleaned ? undefined : '1.5 1.5'}
          />
        ))}
      </svg>
    </div>
  )
}
