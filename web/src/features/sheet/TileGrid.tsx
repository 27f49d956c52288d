import { Box, Flex, Text } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useMemo, useRef, useState } from 'react'
import { countOf } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../../data'
import { useDropShots } from '../../drag'
import type { LightReading } from '../../work/lightings'
import type { ShotGroup } from '../../work/products'
import { useSheet } from './sheetStore'
import { planRows, type SheetRow } from './sheetRows'
import { SheetTile } from './SheetTile'
import { useMarquee } from './useMarquee'

const GAP_PX = 14
const PAD_PX = 18
const HEAD_PX = 30
const CAPTION_PX = 36

interface Props {
  readonly view: ShootView
  readonly groups: readonly ShotGroup[]
  readonly order: readonly string[]
  readonly original: boolean
  readonly readings: ReadonlyMap<string, LightReading>
  readonly onOpen: (id: string) => void
  readonly onColumns: (columns: number) => void
  /** A shot, with the others that are selected, was dragged to a product. */
  readonly onAssign: (id: string, sku: string) => void
}

/** The tiles, in rows, of which only those on the screen exist. */
export function TileGrid({
  view,
  groups,
  order,
  original,
  readings,
  onOpen,
  onColumns,
  onAssign,
}: Props) {
  const scroller = useRef<HTMLDivElement>(null)
  const width = useWidth(scroller)
  const { tilePx, lens, selection, focus, pick } = useSheet()
  const columns = Math.max(1, Math.floor((width - 2 * PAD_PX + GAP_PX) / (tilePx + GAP_PX)))
  const rows = useMemo(() => planRows(groups, columns), [groups, columns])
  useEffect(() => onColumns(columns), [columns, onColumns])
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (rows[i]?.kind === 'head' ? HEAD_PX : tilePx + CAPTION_PX + 4),
    overscan: 2,
  })
  useEffect(() => virtual.measure(), [virtual, tilePx, columns])
  useEffect(() => {
    const at = rows.findIndex(
      (row) => row.kind === 'tiles' && row.shots.some(({ id }) => id === focus),
    )
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' })
    // Only a move of the focus scrolls, not a change of the rows.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [focus])
  useMarquee(scroller)

  const onPick = useMemo(
    () => (id: string, event: React.MouseEvent) =>
      pick(
        id,
        event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only',
        order,
      ),
    [pick, order],
  )
  const tile = (shot: Shot) => (
    <SheetTile
      key={shot.id}
      shot={shot}
      view={view}
      lens={lens}
      px={tilePx}
      reading={readings.get(shot.id)}
      selected={selection.ids.has(shot.id)}
      focused={focus === shot.id}
      original={original}
      onPick={onPick}
      onOpen={onOpen}
    />
  )

  return (
    <Box
      ref={scroller}
      className="tiles"
      flex="1"
      minHeight="0"
      overflowY="auto"
      role="listbox"
      aria-multiselectable
      aria-label="Shots"
      position="relative"
    >
      <Box position="relative" style={{ height: virtual.getTotalSize() + PAD_PX }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]
          if (!row) return null
          return (
            <Box
              key={index}
              position="absolute"
              left={`${PAD_PX}px`}
              right={`${PAD_PX}px`}
              top="0"
              style={{ transform: `translateY(${start}px)` }}
            >
              {row.kind === 'head' ? (
                <GroupHead row={row} onDropShot={(id) => onAssign(id, row.sku)} />
              ) : (
                <Flex gap={`${GAP_PX}px`} position="relative">
                  {row.shots.map(tile)}
                  {lens === 'frame' && (
                    <Box
                      position="absolute"
                      left="0"
                      right="0"
                      height="1px"
                      background="ink"
                      opacity="0.55"
                      pointerEvents="none"
                      style={{ top: tilePx / 2 }}
                    />
                  )}
                </Flex>
              )}
            </Box>
          )
        })}
      </Box>
    </Box>
  )
}

/** The head of a group; where it is a product's, shots can be dropped on it. */
function GroupHead(props: {
  row: Extract<SheetRow, { kind: 'head' }>
  onDropShot: (id: string) => void
}) {
  const { row, onDropShot } = props
  const head = useRef<HTMLDivElement>(null)
  const over = useDropShots(head, row.sku === '' ? null : onDropShot)
  return (
    <Flex
      ref={head}
      align="baseline"
      gap="10px"
      height={`${HEAD_PX}px`}
      paddingTop="6px"
      data-product={row.sku}
      outline={over ? '2px dashed {colors.ink}' : undefined}
    >
      {row.sku && (
        <Text fontFamily="mono" fontWeight="700">
          {row.sku}
        </Text>
      )}
      <Text fontWeight="600">{row.name}</Text>
      <Text color="softInk">{countOf(row.count, 'shot')}</Text>
    </Flex>
  )
}

function useWidth(element: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(800)
  useEffect(() => {
    if (!element.current) return
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width))
    observer.observe(element.current)
    return () => observer.disconnect()
  }, [element])
  return width
}
