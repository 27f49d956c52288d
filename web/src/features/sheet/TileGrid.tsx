import type { LightReading, OutletVerdict, ShotGroup } from '@cloudbank/core/shoot'
import { Box } from '@chakra-ui/react'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { ShootView, Shot } from '../../data'
import { GroupHead } from './GroupHead'
import { planRows, rowOf, type Block, type Metrics, type SheetRow } from './sheetRows'
import { useSheet } from './sheetStore'
import { SheetTile } from './SheetTile'
import { TileTip } from './TileTip'
import { furnitureOf } from './tileSizes'
import { useMarquee } from './useMarquee'
import { strings } from './strings'

const PAD_PX = 16
/** Between rows. */
const ROW_GAP_PX = 4

interface Props {
  readonly view: ShootView
  readonly groups: readonly ShotGroup[]
  readonly order: readonly string[]
  readonly original: boolean
  readonly readings: ReadonlyMap<string, LightReading>
  readonly outlets: ReadonlyMap<string, readonly OutletVerdict[]>
  readonly onOpen: (id: string) => void
  /** Told how the tiles lie, for the keys that go from row to row. */
  readonly onLaid: (rows: readonly SheetRow[], metrics: Metrics) => void
  /** A shot, with the others that are selected, was dragged to a product. */
  readonly onAssign: (id: string, sku: string) => void
}

/** The tiles, in rows along which groups flow, of which only those on the screen exist. */
export function TileGrid(props: Props) {
  const { view, groups, order, original, readings, outlets, onOpen, onLaid, onAssign } = props
  const scroller = useRef<HTMLDivElement>(null)
  const width = useWidth(scroller)
  const { tilePx, lens, selection, focus, pick } = useSheet()
  const furniture = furnitureOf(tilePx)
  const { headPx, footPx, gapPx } = furniture
  const metrics = useMemo((): Metrics => {
    const { gapPx, groupGapPx } = furnitureOf(tilePx)
    return { widthPx: width - 2 * PAD_PX, tilePx, gapPx, groupGapPx }
  }, [width, tilePx])
  const rows = useMemo(() => planRows(groups, metrics), [groups, metrics])
  useEffect(() => onLaid(rows, metrics), [rows, metrics, onLaid])
  const heightOf = (row: SheetRow | undefined): number =>
    (row?.hasHead ? headPx : 0) + tilePx + footPx + ROW_GAP_PX
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => heightOf(rows[i]),
    overscan: 2,
  })
  useEffect(() => virtual.measure(), [virtual, tilePx, rows])
  useEffect(() => {
    const at = focus === null ? -1 : rowOf(rows, focus)
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' })
    // Only a move of the focus scrolls, not a change of the rows.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [focus])
  useMarquee(scroller)

  // The order is made anew with every change of the shoot; the tiles are not to be drawn anew for it.
  const orderNow = useRef(order)
  useEffect(() => void (orderNow.current = order), [order])
  const onPick = useCallback(
    (id: string, event: React.MouseEvent) =>
      pick(
        id,
        event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only',
        orderNow.current,
      ),
    [pick],
  )
  const tile = (shot: Shot) => (
    <SheetTile
      key={shot.id}
      shot={shot}
      view={view}
      lens={lens}
      px={tilePx}
      captioned={furniture.captioned}
      hemmed={furniture.hemmed}
      reading={readings.get(shot.id)}
      outlets={outlets.get(shot.id)}
      selected={selection.ids.has(shot.id)}
      focused={focus === shot.id}
      original={original}
      onPick={onPick}
      onOpen={onOpen}
    />
  )
  const block = (each: Block, row: SheetRow) => (
    <div
      key={each.shots[0]?.id}
      role="group"
      aria-label={`${each.sku} ${each.name}`.trim()}
      className="tile-block"
      style={{ left: each.x }}
    >
      {row.hasHead && headPx > 0 && (
        <GroupHead
          block={each}
          heightPx={headPx}
          widthPx={each.shots.length * (tilePx + gapPx) - gapPx}
          named={furniture.named}
          onDropShot={(id) => onAssign(id, each.sku)}
        />
      )}
      <div className="tile-row" style={{ gap: gapPx }}>
        {each.shots.map(tile)}
      </div>
    </div>
  )

  return (
    <Box
      ref={scroller}
      className="tiles"
      flex="1"
      minHeight="0"
      overflowY="auto"
      role="listbox"
      tabIndex={0}
      aria-multiselectable
      aria-label={strings.shots}
      aria-activedescendant={focus === null ? undefined : `tile-${focus}`}
      position="relative"
    >
      <Box position="relative" style={{ height: virtual.getTotalSize() + PAD_PX }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index]
          if (!row) return null
          const top = row.hasHead ? headPx : 0
          return (
            <div
              key={index}
              className="sheet-row"
              role="presentation"
              style={{ left: PAD_PX, right: PAD_PX, transform: `translateY(${start}px)` }}
            >
              {row.blocks.map((each) => block(each, row))}
              {lens === 'frame' && (
                <div className="sheet-ruler" style={{ top: top + tilePx / 2 }} aria-hidden />
              )}
            </div>
          )
        })}
      </Box>
      <TileTip scroller={scroller} view={view} />
    </Box>
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
