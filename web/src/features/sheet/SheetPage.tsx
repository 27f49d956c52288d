import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useDropzone } from 'react-dropzone'
import { useNavigate, useParams } from 'react-router'
import { useCommand } from '../../app/commands'
import { keyLabel } from '../../app/keys'
import { Lost } from '../../app/Lost'
import { countOf } from '@cloudbank/core/words'
import {
  perform,
  removal,
  useShootView,
  type Rendition,
  type ShootView,
  type Shot,
} from '../../data'
import { Action, Choose } from '../../ui'
import { takeInFiles } from '../../work/incoming'
import { assignProduct } from '../../work/products'
import { lookAtTables, ProductDataWindow, useProductData } from '../products'
import { startRun, useRun } from '../../work/runner'
import { groupByProduct } from '../../work/productGroups'
import { evenOut } from '../../work/evenOut'
import { photographFindings } from '../../work/findings'
import { groupByLighting, lightReadings, type LightReading } from '../../work/lightReadings'
import { countStale } from '../../work/stale'
import { useNotices } from '../../app/notices'
import { BriefCard } from './BriefCard'
import { countFindings } from './findingCounts'
import { FindingsPanel } from './FindingsPanel'
import { LENSES } from './lens'
import { useSheet } from './sheetStore'
import { TileGrid } from './TileGrid'
import { useHeld } from '../../app/useHeld'

const TRY_ON = 3
const NO_READINGS: ReadonlyMap<string, LightReading> = new Map()

/** The sheet: findings, tiles, brief card. */
export function SheetPage() {
  const { shootId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  return view === null ? <Lost /> : <Sheet key={shootId} view={view} />
}

function Sheet({ view }: { view: ShootView }) {
  const { shoot, shots, renditions, briefRow } = view
  const { steps } = briefRow.brief
  const navigate = useNavigate()
  const busy = useRun(({ progress }) => progress !== null)
  const { lens, setLens, resize, selection, pickAll, clear, focus, moveFocus, pick } = useSheet()
  const [columns, setColumns] = useState(1)
  const original = useHeld('original')
  const folder = useRef<HTMLInputElement>(null)
  const readings = useMemo(
    () => (lens === 'light' ? lightReadings(view) : NO_READINGS),
    [lens, view],
  )
  const groups = useMemo(
    () =>
      lens === 'light' ? groupByLighting(view, readings) : groupByProduct(shots, view.products),
    [lens, view, readings, shots],
  )
  const order = useMemo(() => groups.flatMap((group) => group.shots.map(({ id }) => id)), [groups])
  useEffect(() => clear, [clear])

  const { look, notes } = useMemo(() => {
    const byShot = new Map<string, Rendition[]>()
    for (const rendition of renditions.values())
      byShot.set(rendition.shotId, [...(byShot.get(rendition.shotId) ?? []), rendition])
    return countFindings(shots, (id) => byShot.get(id) ?? [], photographFindings(view))
  }, [shots, renditions, view])
  const selected = shots.filter(({ id }) => selection.ids.has(id))
  const tryShots = selected.length > 0 ? selected : shots.slice(0, TRY_ON)
  const recipe = { steps, lightings: view.lightings }
  const toMake = countStale(shots, recipe, renditions)
  const makeAll = () => void startRun(shoot.id, order, steps)
  const remove = () =>
    void perform({
      shootId: shoot.id,
      shotIds: selected.map(({ id }) => id),
      words: `Removed ${countOf(selected.length, 'shot')}`,
      changes: selected.map((shot) => removal('shots', shot)),
    })
  const even = async (chosen: readonly Shot[]) => {
    const { evens, left } = await evenOut(view, chosen, countOf(chosen.length, 'shot'))
    useNotices
      .getState()
      .say(`${countOf(evens.size, 'shot')} evened out; ${left.length} left as they are.`)
  }
  const open = useCallback(
    (id: string) => void navigate(`/shoots/${shoot.id}/shots/${id}`),
    [navigate, shoot.id],
  )
  const step = (by: number) => {
    const at = focus === null ? -1 : order.indexOf(focus)
    const next = order[Math.min(Math.max(at < 0 ? 0 : at + by, 0), order.length - 1)]
    if (next) moveFocus(next)
  }

  useCommand('make', makeAll, !busy && toMake > 0)
  useCommand('selectAll', () => pickAll(order))
  useCommand('clear', clear)
  useCommand('remove', remove, selected.length > 0)
  useCommand('larger', () => resize(1))
  useCommand('smaller', () => resize(-1))
  useCommand('lensPhoto', () => setLens('photo'))
  useCommand('lensLight', () => setLens('light'))
  useCommand('lensFrame', () => setLens('frame'))
  useCommand('next', () => step(1))
  useCommand('previous', () => step(-1))
  useCommand('open', () => focus && open(focus), focus !== null)
  useCommand('toggle', () => focus && pick(focus, 'toggle', order), focus !== null)
  useArrows(step, columns)

  const {
    getRootProps,
    getInputProps,
    isDragActive,
    open: browse,
  } = useDropzone({
    onDrop: (files) => void takeInFiles(shoot.id, files).then(lookAtTables),
    noClick: true,
    noKeyboard: true,
  })

  return (
    <Flex {...getRootProps()} height="100%" position="relative">
      <input {...getInputProps()} aria-label="Photographs to add" />
      <input
        ref={folder}
        type="file"
        hidden
        multiple
        aria-label="A folder to add"
        {...{ webkitdirectory: '' }}
        onChange={(event) =>
          void takeInFiles(shoot.id, [...(event.target.files ?? [])]).then(lookAtTables)
        }
      />
      <ProductDataWindow view={view} />
      <FindingsPanel
        look={look}
        notes={notes}
        failed={shots.filter(({ failure }) => failure !== null)}
        refusals={view.refusals}
        selectedIds={selection.ids}
        onSelect={pickAll}
        remedies={{
          cast: {
            words: 'Go to the lightings',
            act: () => void navigate(`/shoots/${shoot.id}/lightings`),
          },
          'no-lighting': {
            words: 'Go to the lightings',
            act: () => void navigate(`/shoots/${shoot.id}/lightings`),
          },
          dark: {
            words: 'Even out their lightings',
            act: () => void even(withFamilies(selected, shots)),
          },
          bright: {
            words: 'Even out their lightings',
            act: () => void even(withFamilies(selected, shots)),
          },
          duplicate: { words: 'Remove these', act: remove },
        }}
      />
      <Flex direction="column" flex="1" minWidth="0">
        <Flex align="center" gap="18px" height="40px" flex="none" paddingX="18px">
          {LENSES.map(({ id, word, keyName }) => (
            <Lens key={id} type="button" aria-pressed={lens === id} onClick={() => setLens(id)}>
              {word}
              <sup>{keyLabel(keyName)}</sup>
            </Lens>
          ))}
          <Box flex="1" />
          {selected.length > 0 && (
            <>
              <Text color="softInk">{countOf(selected.length, 'shot')} selected</Text>
              <Action look="quiet" onClick={clear}>
                Clear
              </Action>
              <Action
                look="quiet"
                disabled={selected.length < 2}
                onClick={() => void even(selected)}
              >
                Even out
              </Action>
              <Action look="quiet" onClick={remove}>
                Remove
              </Action>
            </>
          )}
          <Flex gap="2px" role="group" aria-label="Tile size">
            <Action look="quiet" onClick={() => resize(-1)} aria-label="Smaller tiles">
              −
            </Action>
            <Action look="quiet" onClick={() => resize(1)} aria-label="Larger tiles">
              +
            </Action>
          </Flex>
          {selected.length > 0 && view.products.size > 0 && (
            <Choose
              words="To product"
              options={[...view.products.values()].map(({ sku, name }) => ({
                id: sku,
                words: `${sku} ${name}`,
              }))}
              onChoose={(sku) => void assignProduct(selected, sku)}
            />
          )}
          {selected.length === 0 && (
            <>
              <Action look="quiet" onClick={() => useProductData.getState().open('')}>
                Product data
              </Action>
              <Action look="quiet" onClick={browse}>
                Add photographs
              </Action>
              <Action look="quiet" onClick={() => folder.current?.click()}>
                Add a folder
              </Action>
            </>
          )}
        </Flex>
        {shots.length === 0 ? (
          <Flex flex="1" align="center" justify="center" direction="column" gap="6px">
            <Heading fontSize="22px">No photographs yet</Heading>
            <Text color="softInk">Drop them anywhere on this sheet.</Text>
          </Flex>
        ) : (
          <TileGrid
            view={view}
            groups={groups}
            order={order}
            original={original}
            readings={readings}
            onOpen={open}
            onColumns={setColumns}
            onAssign={(id, sku) =>
              void assignProduct(
                selection.ids.has(id) ? selected : shots.filter((shot) => shot.id === id),
                sku,
              )
            }
          />
        )}
      </Flex>
      <BriefCard
        view={view}
        selected={selected}
        toMake={toMake}
        tryShots={tryShots}
        toTry={countStale(tryShots, recipe, renditions)}
        busy={busy}
        onMakeAll={makeAll}
        onTry={() =>
          void startRun(
            shoot.id,
            tryShots.map(({ id }) => id),
            steps,
          )
        }
      />
      {isDragActive && (
        <Flex
          position="absolute"
          inset="10px"
          align="center"
          justify="center"
          background="paper"
          opacity="0.94"
          borderWidth="2px"
          borderStyle="dashed"
          borderColor="ink"
          borderRadius="6px"
        >
          <Heading fontSize="24px">Let go to add them to {shoot.name}</Heading>
        </Flex>
      )}
    </Flex>
  )
}

/** The shots, and all others in their lightings, to be evened out together. */
function withFamilies(chosen: readonly Shot[], shots: readonly Shot[]): Shot[] {
  const lightings = new Set(chosen.map(({ lightingId }) => lightingId))
  return shots.filter(({ lightingId }) => lightings.has(lightingId))
}

const Lens = chakra('button', {
  base: {
    display: 'flex',
    gap: '3px',
    paddingY: '4px',
    fontWeight: 500,
    color: 'softInk',
    cursor: 'pointer',
    borderBottomWidth: '2px',
    borderColor: 'transparent',
    '& sup': { fontSize: '10px', fontFamily: 'mono', top: 0, lineHeight: '14px', fontWeight: 500 },
    '&[aria-pressed=true]': { color: 'ink', fontWeight: 700, borderColor: 'ink' },
  },
})

/** Up and down move by a row; left and right are commands of their own. */
function useArrows(step: (by: number) => void, columns: number): void {
  const latest = useRef({ step, columns })
  latest.current = { step, columns }
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
      if (
        by === 0 ||
        (event.target instanceof HTMLElement &&
          event.target.closest('input, textarea, select, [role=dialog]'))
      )
        return
      event.preventDefault()
      latest.current.step(by * latest.current.columns)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
