import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef } from 'react'
import {
  FAULT_TITLES,
  FAULTS,
  guessedShare,
  possibleBytes,
  type Fault,
  type FaultCode,
} from '@cloudbank/core/weigh'
import { formatBytes } from '@cloudbank/core/words'
import type { WeighedRow } from '../../data'
import { Attention } from '../../ui'
import { strings } from './strings'
import type { WeighInView } from './useWeighIn'
import { useBlobUrl } from './useBlobUrl'
import './weighIn.css'

/** Height of a line, in pixels. */
const LINE_PX = 47

interface Props {
  readonly view: WeighInView
  readonly shown: readonly WeighedRow[]
  readonly chosen: string | null
  readonly onChoose: (id: string) => void
  /** The fault that is filtered by; null for all pictures. */
  readonly fault: FaultCode | null
  readonly onFault: (fault: FaultCode | null) => void
}

/** The pictures from the one with most to lose, each with a bar: what is possible, and what can go. */
export function PictureList({ view, shown, chosen, onChoose, fault, onFault }: Props) {
  const scroller = useRef<HTMLDivElement>(null)
  const lines = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_PX,
    overscan: 8,
  })
  const most = Math.max(1, ...view.rows.map(({ facts }) => facts?.bytes ?? 0))
  const share = guessedShare(view.rows)
  const step = (by: number): void => {
    const at = shown.findIndex(({ id }) => id === chosen)
    const next = Math.min(shown.length - 1, Math.max(0, at + by))
    const row = shown[next]
    if (!row) return
    onChoose(row.id)
    lines.scrollToIndex(next)
  }
  return (
    <>
      <Flex align="center" gap="16px" fontSize="12px" paddingBottom="6px">
        <Legend className="weigh-possible" words={strings.possibleKey} />
        <Legend className="weigh-gone" words={strings.canGo} />
        <Box flex="1" />
        <FaultChoice view={view} fault={fault} onFault={onFault} />
        <Text color="softInk">{strings.worstFirst}</Text>
      </Flex>
      <Box
        ref={scroller}
        flex="1"
        minHeight="0"
        overflowY="auto"
        marginX="-12px"
        role="listbox"
        aria-label={strings.weighIn}
        tabIndex={0}
        onKeyDown={(event) => {
          if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return
          event.preventDefault()
          step(event.key === 'ArrowDown' ? 1 : -1)
        }}
      >
        <Box position="relative" style={{ height: lines.getTotalSize() }}>
          {lines.getVirtualItems().map(({ index, start }) => {
            const row = shown[index]!
            return (
              <Box
                key={row.id}
                position="absolute"
                left="0"
                right="0"
                style={{ top: start, height: LINE_PX }}
              >
                <Line
                  row={row}
                  faults={view.faults.get(row.id) ?? []}
                  most={most}
                  share={share}
                  isChosen={row.id === chosen}
                  onChoose={() => onChoose(row.id)}
                />
              </Box>
            )
          })}
        </Box>
      </Box>
    </>
  )
}

const Legend = ({ className, words }: { className: string; words: string }) => (
  <Flex align="center" gap="5px">
    <Box className={className} width="20px" height="8px" /> {words}
  </Flex>
)

function FaultChoice({ view, fault, onFault }: Pick<Props, 'view' | 'fault' | 'onFault'>) {
  const all = [...view.faults.values()]
  const counts = FAULTS.map((code) => ({
    code,
    count: all.filter((faults) => faults.some((one) => one.code === code)).length,
  })).filter(({ count }) => count > 0)
  if (counts.length === 0) return null
  return (
    <NativeSelect.Root size="xs" width="210px">
      <NativeSelect.Field
        aria-label={strings.filterBy}
        value={fault ?? ''}
        // The options are the codes of faults.
        onChange={({ target }) => onFault((target.value || null) as FaultCode | null)}
      >
        <option value="">{strings.all(view.rows.length)}</option>
        {counts.map(({ code, count }) => (
          <option key={code} value={code}>
            {FAULT_TITLES[code]}, {count}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  )
}

interface LineProps {
  readonly row: WeighedRow
  readonly faults: readonly Fault[]
  /** Bytes of the heaviest picture. */
  readonly most: number
  /** What is guessed to be left of a picture. */
  readonly share: number
  readonly isChosen: boolean
  readonly onChoose: () => void
}

function Line({ row, faults, most, share, isChosen, onChoose }: LineProps) {
  const { path, facts, made, problem, blob } = row
  const url = useBlobUrl(blob)
  const now = facts?.bytes ?? 0
  const then = facts && made ? possibleBytes(facts, made) : now * share
  const [first, second] = faults
  const caption =
    problem ??
    (!facts
      ? strings.waiting
      : first
        ? [first, second].flatMap((one) => one?.title ?? []).join(', ')
        : strings.fine)
  const name = path.split('/').at(-1)!
  return (
    <Flex
      role="option"
      aria-selected={isChosen}
      aria-label={name}
      className="weigh-line"
      onClick={onChoose}
    >
      <Box className="weigh-thumb">{url !== undefined && <img src={url} alt="" />}</Box>
      <Box width="190px" flex="none" minWidth="0">
        <Text fontFamily="mono" fontSize="12px" truncate title={path}>
          {name}
        </Text>
        <Flex align="center" gap="5px" fontSize="11px" color="softInk">
          {problem !== null && <Attention />}
          <Text truncate title={caption}>
            {caption}
          </Text>
        </Flex>
      </Box>
      <Flex flex="1" minWidth="0" height="14px">
        <Box className="weigh-possible" style={{ width: `${(100 * then) / most}%` }} />
        <Box className="weigh-gone" style={{ width: `${(100 * (now - then)) / most}%` }} />
      </Flex>
      <Text fontFamily="mono" fontSize="12px" whiteSpace="nowrap" width="142px" textAlign="right">
        {facts && formatBytes(now)}
        {facts && then < now && ` → ${made ? '' : '≈ '}${formatBytes(then)}`}
      </Text>
    </Flex>
  )
}
