import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { StepId } from '@cloudbank/core/steps'
import type { PreviewAnswers } from '@cloudbank/hosts/previewer'
import { useCommand } from '../../app/commands'
import { keyLabel } from '../../app/keys'
import { Lost } from '../../app/Lost'
import { formatPercent } from '@cloudbank/core/words'
import { useHeld } from '../../app/useHeld'
import { usePictureUrl, useShootView, type ShootView, type Shot } from '../../data'
import { sharedPreviewer, useOpenPicture } from '../../preview'
import { Action, Key } from '../../ui'
import { inSheetOrder } from '../../work/productGroups'
import { planOf } from '../../work/recipe'
import { useCube } from '../../work/cubes'
import { BenchFoot } from './BenchFoot'
import { FactsPanel } from './FactsPanel'
import { FindingList } from './FindingList'
import { HistogramChart } from './HistogramChart'
import { LightPanel } from './LightPanel'
import { LightView, PREVIEW_SIDE_PX } from './LightView'
import { Readout, type PixelReading } from './Readout'
import { Siblings } from './Siblings'
import { StageCanvas, StageLine } from './StageLine'
import { STAGES } from './stages'
import { useLightEditor } from './useLightEditor'
import { useStagePictures } from './useStagePictures'
import { Viewer, type Compare } from './Viewer'

/** Longer sides of the pictures in the line of stages, and of the one that is looked at. */
const THUMB_SIDE_PX = 192
const STAGE_SIDE_PX = 1200
/** Strength of the strain view. */
const STRAIN = 8
const WHOLE = { x: 0, y: 0, width: 1, height: 1 }

const COMPARES = [
  { id: 'result', word: 'Result', keyName: 'single' },
  { id: 'wipe', word: 'Wipe', keyName: 'wipe' },
  { id: 'beside', word: 'Side by side', keyName: 'beside' },
] as const

/** Where one shot is worked on. */
export function BenchPage() {
  const { shootId = '', shotId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const shot = view?.shots.find(({ id }) => id === shotId)
  return view && shot ? <Bench key={shot.id} view={view} shot={shot} /> : <Lost />
}

/** The stage stays from shot to shot. */
let lastStage: StepId = 'light'

function Bench({ view, shot }: { view: ShootView; shot: Shot }) {
  const navigate = useNavigate()
  const [stage, setStage] = useState<StepId>(lastStage)
  useEffect(() => {
    lastStage = stage
  }, [stage])
  const [compare, setCompare] = useState<Compare>('result')
  const [clipping, setClipping] = useState(false)
  const [straining, setStraining] = useState(false)
  const [scale, setScale] = useState(1)
  const [drawn, setDrawn] = useState<PreviewAnswers['draw'] | null>(null)
  const [pixel, setPixel] = useState<PixelReading>(null)
  const held = useHeld('original')
  const editor = useLightEditor(view, shot)
  const recipe = { steps: view.briefRow.brief.steps, lightings: view.lightings }
  const planned = planOf(shot, recipe)
  const planKey = JSON.stringify([planned, editor.settings])
  const plan = useMemo(
    () => ({ ...planned, steps: { ...planned.steps, light: editor.settings } }),
    // The key says all about the plan.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [planKey],
  )
  const cube = useCube(plan.steps.light.look)
  const picture = useOpenPicture(shot.originalHash, { sidePx: PREVIEW_SIDE_PX, whole: true })
  const thumbs = useStagePictures(picture, plan, cube, THUMB_SIDE_PX)
  const inLight = stage === 'light'
  const stagePictures = useStagePictures(inLight ? null : picture, plan, cube, STAGE_SIDE_PX)

  const { placements } = recipe.steps.finish
  const made = placements.flatMap(({ id }) => view.renditions.get(`${shot.id}/${id}`) ?? [])
  const [placementId, setPlacementId] = useState(made[0]?.placementId)
  const rendition = made.find((r) => r.placementId === placementId) ?? made[0]
  const original = usePictureUrl({ table: 'originals', id: shot.originalHash, version: '' })
  const finished = usePictureUrl(
    rendition ? { table: 'files', id: rendition.id, version: rendition.key } : null,
  )

  const order = useMemo(() => inSheetOrder(view.shots, view.products), [view.shots, view.products])
  const at = order.findIndex(({ id }) => id === shot.id)
  const shootId = view.shoot.id
  const open = useCallback(
    (id: string) => void navigate(`/shoots/${shootId}/shots/${id}`),
    [navigate, shootId],
  )
  const go = (by: number) => {
    const next = order[at + by]
    if (next) open(next.id)
  }
  const changeStage = (by: number) => {
    const next = STAGES[STAGES.findIndex(({ id }) => id === stage) + by]
    if (next) setStage(next.id)
  }
  useCommand('next', () => go(1), at < order.length - 1)
  useCommand('previous', () => go(-1), at > 0)
  useCommand('wipe', () => setCompare('wipe'))
  useCommand('beside', () => setCompare('beside'))
  useCommand('single', () => setCompare('result'))
  useCommand('clipping', () => setClipping((on) => !on))
  useCommand('strain', () => setStraining((on) => !on))
  useCommand('nextStage', () => changeStage(1))
  useCommand('previousStage', () => changeStage(-1))
  useCommand('clear', () => void navigate(`/shoots/${view.shoot.id}`))

  const marks = useMemo(
    () => ({ clipping, strain: straining ? STRAIN : null }),
    [clipping, straining],
  )
  const product = shot.sku === null ? undefined : view.products.get(shot.sku)
  const stagePicture = stagePictures.find(({ step }) => step === stage)
  const result = inLight ? (
    picture ? (
      <LightView
        picture={picture}
        settings={editor.settings}
        cube={cube}
        marks={marks}
        scale={scale}
        onDrawn={(name, answer) => {
          setDrawn(answer)
          setPixel((before) => before && { ...before, view: name })
        }}
        onView={(name) => setPixel((before) => ({ point: before?.point ?? null, view: name }))}
      />
    ) : undefined
  ) : stage === 'finish' || !stagePicture ? (
    finished
  ) : (
    <StageCanvas picture={stagePicture} label={`After ${stage}`} />
  )
  const shownAs = inLight
    ? { picture: shot, window: WHOLE }
    : stage === 'finish' && rendition
      ? { picture: rendition, window: rendition.window }
      : { picture: stagePicture ?? shot, window: rendition?.window ?? WHOLE }
  return (
    <Flex direction="column" height="100%">
      <Flex
        align="flex-end"
        gap="16px"
        height="104px"
        flex="none"
        paddingX="16px"
        paddingBottom="6px"
        background="paper"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        <Box width="270px" flex="none" alignSelf="center">
          <Heading as="h1" fontSize="16px" fontWeight="700" truncate>
            {product ? `${product.name}, ${shot.angle ?? ''}` : shot.fileName}
          </Heading>
          <Text color="softInk" fontFamily="mono" fontSize="12px" truncate>
            {shot.fileName} · {at + 1} of {order.length}
          </Text>
          <Action
            look="quiet"
            marginLeft="-6px"
            onClick={() => void navigate(`/shoots/${view.shoot.id}`)}
          >
            Back to the sheet <Key>{keyLabel('clear')}</Key>
          </Action>
        </Box>
        <StageLine pictures={thumbs} stage={stage} onStage={setStage} />
        <Box flex="1" />
      </Flex>
      <Flex
        align="center"
        gap="4px"
        height="38px"
        flex="none"
        paddingX="12px"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        {COMPARES.map(({ id, word, keyName }) => (
          <Tool key={id} type="button" aria-pressed={compare === id} onClick={() => setCompare(id)}>
            {word} <Key>{keyLabel(keyName)}</Key>
          </Tool>
        ))}
        <Box width="12px" />
        {inLight && (
          <>
            <Tool type="button" aria-pressed={clipping} onClick={() => setClipping(!clipping)}>
              Clipping <Key>{keyLabel('clipping')}</Key>
            </Tool>
            <Tool type="button" aria-pressed={straining} onClick={() => setStraining(!straining)}>
              Strain <Key>{keyLabel('strain')}</Key>
            </Tool>
          </>
        )}
        <Box flex="1" />
        <Text color="softInk" whiteSpace="nowrap">
          Hold <Key>{keyLabel('original')}</Key> for the original
        </Text>
      </Flex>
      <Flex flex="1" minHeight="0">
        <Siblings view={view} shot={shot} onGo={open} />
        <Box flex="1" minWidth="0" position="relative">
          <Viewer
            picture={shownAs.picture}
            result={result}
            original={original}
            window={shownAs.window}
            compare={compare}
            showOriginal={held || result === undefined}
            onScale={setScale}
            onPoint={(point) => setPixel((before) => ({ point, view: before?.view ?? null }))}
          />
          <Flex
            position="absolute"
            right="12px"
            bottom="12px"
            gap="12px"
            align="center"
            background="paper"
            borderRadius="4px"
            paddingX="12px"
            height="30px"
          >
            {inLight && <Readout reading={pixel} ask={askPixel} />}
            <Text fontFamily="mono" fontSize="12px" minWidth="52px" textAlign="right">
              {formatPercent(scale, 0)}
            </Text>
            <Text whiteSpace="nowrap">
              Fit <Key>{keyLabel('fit')}</Key>
            </Text>
            <Text whiteSpace="nowrap">
              1:1 <Key>{keyLabel('actual')}</Key>
            </Text>
          </Flex>
        </Box>
        <Box
          as="aside"
          aria-label="Settings"
          width="280px"
          flex="none"
          overflowY="auto"
          padding="14px 16px"
          background="paper"
          borderLeftWidth="1px"
          borderColor="hairline"
        >
          {inLight ? (
            <>
              <HistogramChart histogram={drawn?.histogram ?? null} />
              <Box height="10px" />
              <LightPanel editor={editor} view={view} shot={shot} />
              <FindingList view={view} shot={shot} shown={rendition} />
            </>
          ) : (
            <FactsPanel
              view={view}
              shot={shot}
              stage={stage}
              made={made}
              shown={rendition}
              onShow={setPlacementId}
            />
          )}
        </Box>
      </Flex>
      <BenchFoot view={view} shot={shot} />
    </Flex>
  )
}

const askPixel = (view: string, x: number, y: number): Promise<PreviewAnswers['pixel']> =>
  sharedPreviewer().ask<'pixel'>({ kind: 'pixel', view, x, y })

const Tool = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '6px',
    height: '26px',
    paddingX: '8px',
    borderRadius: '4px',
    fontWeight: 550,
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    '&[aria-pressed=true]': { background: 'ink', color: 'paper', '& kbd': { color: 'paper' } },
  },
})
