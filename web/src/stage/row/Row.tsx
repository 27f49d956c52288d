import { Box, Text } from '@chakra-ui/react'
import { useRef, type ReactNode } from 'react'
import { keyLabel } from '../../keys/keys'
import { Key } from '../../ui'
import type { Bench } from '../bench'
import { useSides } from '../useSides'
import { Waiting } from '../Waiting'
import { FramedNow } from './FramedNow'
import { FramedShot } from './FramedShot'
import { layRow } from './layRow'
import { RowLines } from './RowLines'
import { useFrame } from './useFrame'
import { strings } from '../strings'

interface Props {
  readonly bench: Bench
  /** The shot in its frame, where the stage draws it itself. */
  readonly children: ReactNode
}

/** The shot at its size in the frame, between its neighbours, all on one base line. */
export function Row({ bench, children }: Props) {
  const { view, shot, order, at, mattes, open } = bench
  const frame = useRef<HTMLDivElement>(null)
  const room = useSides(frame)
  const settings = useFrame(bench)
  const lies = layRow(room, settings.ratio.width / settings.ratio.height)
  const sidePx = Math.max(lies.frame.width, lies.frame.height) * devicePixelRatio
  const neighbours = Array.from({ length: 2 * lies.beside + 1 }, (_, i) => i - lies.beside)
    .filter((by) => by !== 0)
    .flatMap((by) => {
      const other = order[at + by]
      return other ? { other, by } : []
    })
  return (
    <Box
      ref={frame}
      position="absolute"
      inset="0"
      overflow="hidden"
      role="group"
      aria-label={strings.row}
      data-testid="row"
    >
      {room.width > 0 && (
        <>
          {neighbours.map(({ other, by }) => (
            <InRow key={other.id} lies={lies} by={by} words={wordsOf(other, shot, view.products)}>
              <button
                type="button"
                aria-label={strings.openShot(other.fileName)}
                style={{ display: 'block', width: '100%', height: '100%', cursor: 'pointer' }}
                onClick={() => open(other.id)}
              >
                <FramedShot
                  view={view}
                  shot={other}
                  placementId={bench.placementId}
                  sidePx={sidePx}
                />
              </button>
            </InRow>
          ))}
          <InRow lies={lies} by={0} words={shot.angle ?? shot.fileName} isCurrent>
            {children || <FramedNow bench={bench} sidePx={sidePx} />}
          </InRow>
          <RowLines lies={lies} frame={settings} />
        </>
      )}
      <Text position="absolute" left="12px" top="1px" fontSize="12px" color="softInk">
        <Key>{keyLabel('previous')}</Key> <Key>{keyLabel('next')}</Key> {strings.alongRow}
      </Text>
      <Box position="absolute" right="12px" bottom="9px" fontSize="12px">
        <Waiting mattes={mattes} />
      </Box>
    </Box>
  )
}

type Named = Pick<Bench['shot'], 'sku' | 'angle' | 'fileName'>

/** What a neighbour is called: by its angle where the product is the same. */
function wordsOf(other: Named, shot: Named, products: Bench['view']['products']): string {
  const angle = other.angle ?? other.fileName
  if (other.sku === null || other.sku === shot.sku) return angle
  const name = products.get(other.sku)?.name ?? other.sku
  return `${name}, ${angle}`
}

interface InRowProps {
  readonly lies: ReturnType<typeof layRow>
  /** Its place, counted from the shot that is worked on. */
  readonly by: number
  readonly words: string
  readonly isCurrent?: boolean
  readonly children: ReactNode
}

function InRow({ lies, by, words, isCurrent = false, children }: InRowProps) {
  return (
    <Box
      position="absolute"
      style={{ left: lies.left + by * lies.pitch, top: lies.top, width: lies.frame.width }}
    >
      <Box
        background="mat"
        boxShadow={isCurrent ? '0 0 0 3px {colors.sky}, 0 0 0 5px {colors.ink}' : undefined}
        style={{ height: lies.frame.height }}
        position="relative"
      >
        {children}
      </Box>
      <Text
        marginTop="8px"
        fontSize="12px"
        textAlign="center"
        truncate
        fontWeight={isCurrent ? 700 : 400}
        color={isCurrent ? 'ink' : 'softInk'}
      >
        {words}
      </Text>
    </Box>
  )
}
