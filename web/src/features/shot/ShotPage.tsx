import { Box, chakra, Flex, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { FINDINGS } from '@cloudbank/core/findings'
import { useCommand } from '../../app/commands'
import { keyLabel } from '../../app/keys'
import { Lost } from '../../app/Lost'
import { formatBytes, formatPercent, formatSize } from '../../app/numbers'
import { useHeld } from '../../app/useHeld'
import { usePictureUrl, useShootView, type Rendition, type ShootView, type Shot } from '../../data'
import { Action, Attention, Key } from '../../ui'
import { inSheetOrder } from '../../work/productGroups'
import { Viewer, type Compare } from './Viewer'

/** One shot: its result over its original. */
export function ShotPage() {
  const { shootId = '', shotId = '' } = useParams()
  const view = useShootView(shootId)
  if (view === undefined) return null
  const shot = view?.shots.find(({ id }) => id === shotId)
  return view && shot ? <ShotView key={shot.id} view={view} shot={shot} /> : <Lost />
}

const WHOLE = { x: 0, y: 0, width: 1, height: 1 }

const COMPARES = [
  { id: 'result', word: 'Result', keyName: 'single' },
  { id: 'wipe', word: 'Wipe', keyName: 'wipe' },
  { id: 'beside', word: 'Side by side', keyName: 'beside' },
] as const

function ShotView({ view, shot }: { view: ShootView; shot: Shot }) {
  const navigate = useNavigate()
  const { placements } = view.briefRow.brief.steps.finish
  const made = placements.flatMap(({ id }) => view.renditions.get(`${shot.id}/${id}`) ?? [])
  const [placementId, setPlacementId] = useState(made[0]?.placementId)
  const rendition = made.find((r) => r.placementId === placementId) ?? made[0]
  const [compare, setCompare] = useState<Compare>('result')
  const [scale, setScale] = useState(1)
  const held = useHeld('original')
  const order = useMemo(() => inSheetOrder(view.shots, view.products), [view.shots, view.products])
  const at = order.findIndex(({ id }) => id === shot.id)
  const go = (by: number) => {
    const next = order[at + by]
    if (next) void navigate(`/shoots/${view.shoot.id}/shots/${next.id}`)
  }
  useCommand('next', () => go(1), at < order.length - 1)
  useCommand('previous', () => go(-1), at > 0)
  useCommand('wipe', () => setCompare('wipe'), rendition !== undefined)
  useCommand('beside', () => setCompare('beside'), rendition !== undefined)
  useCommand('single', () => setCompare('result'), rendition !== undefined)
  useCommand('clear', () => void navigate(`/shoots/${view.shoot.id}`))

  const original = usePictureUrl({ table: 'originals', id: shot.originalHash, version: '' })
  const result = usePictureUrl(
    rendition ? { table: 'files', id: rendition.id, version: rendition.key } : null,
  )
  const product = shot.sku === null ? undefined : view.products.get(shot.sku)
  return (
    <Flex direction="column" height="100%">
      <Flex
        align="center"
        gap="14px"
        height="44px"
        flex="none"
        paddingX="16px"
        background="paper"
        borderBottomWidth="1px"
        borderColor="hairline"
      >
        <Heading as="h1" fontSize="16px" fontWeight="700">
          {product ? `${product.name}, ${shot.angle ?? ''}` : shot.fileName}
        </Heading>
        <Text color="softInk" fontFamily="mono" fontSize="12px">
          {shot.fileName} · {at + 1} of {order.length}
        </Text>
        <Box flex="1" />
        {rendition &&
          COMPARES.map(({ id, word, keyName }) => (
            <Choice
              key={id}
              type="button"
              aria-pressed={compare === id}
              onClick={() => setCompare(id)}
            >
              {word} <Key>{keyLabel(keyName)}</Key>
            </Choice>
          ))}
        <Text color="softInk">
          Hold <Key>{keyLabel('original')}</Key> for the original
        </Text>
      </Flex>
      <Flex flex="1" minHeight="0">
        <Box flex="1" minWidth="0" position="relative">
          <Viewer
            picture={rendition ?? shot}
            result={result}
            original={original}
            window={rendition?.window ?? WHOLE}
            compare={rendition ? compare : 'result'}
            showOriginal={held || !rendition}
            onScale={setScale}
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
            <Text fontFamily="mono" fontSize="12px" minWidth="52px" textAlign="right">
              {formatPercent(scale, 0)}
            </Text>
            <Text>
              Fit <Key>{keyLabel('fit')}</Key>
            </Text>
            <Text>
              1:1 <Key>{keyLabel('actual')}</Key>
            </Text>
          </Flex>
        </Box>
        <Facts shot={shot} made={made} shown={rendition} onShow={setPlacementId} />
      </Flex>
      <Flex
        align="center"
        gap="10px"
        height="40px"
        flex="none"
        paddingX="16px"
        background="paper"
        borderTopWidth="1px"
        borderColor="hairline"
      >
        <Action look="quiet" onClick={() => void navigate(`/shoots/${view.shoot.id}`)}>
          Back to the sheet <Key>{keyLabel('clear')}</Key>
        </Action>
        <Box flex="1" />
        <Action look="quiet" disabled={at === 0} onClick={() => go(-1)}>
          Previous <Key>{keyLabel('previous')}</Key>
        </Action>
        <Action look="quiet" disabled={at === order.length - 1} onClick={() => go(1)}>
          Next <Key>{keyLabel('next')}</Key>
        </Action>
      </Flex>
    </Flex>
  )
}

const Choice = chakra('button', {
  base: {
    display: 'flex',
    alignItems: 'center',
    gap: '6px',
    height: '28px',
    paddingX: '10px',
    borderRadius: '4px',
    fontWeight: 550,
    cursor: 'pointer',
    '&[aria-pressed=true]': { background: 'ink', color: 'paper', '& kbd': { color: 'paper' } },
  },
})

function Facts(props: {
  shot: Shot
  made: readonly Rendition[]
  shown: Rendition | undefined
  onShow: (placementId: string) => void
}) {
  const { shot, made, shown, onShow } = props
  const findings = [...shot.findings, ...(shown?.findings ?? [])]
  return (
    <Box
      as="aside"
      width="280px"
      flex="none"
      overflowY="auto"
      padding="16px"
      background="paper"
      borderLeftWidth="1px"
      borderColor="hairline"
    >
      <Heading as="h2" fontSize="15px" marginBottom="8px">
        Renditions
      </Heading>
      {made.length === 0 && <Text color="softInk">None made yet. Make them on the sheet.</Text>}
      {made.map((rendition) => (
        <Choice
          key={rendition.id}
          type="button"
          width="100%"
          height="auto"
          paddingY="6px"
          aria-pressed={rendition === shown}
          onClick={() => onShow(rendition.placementId)}
        >
          <Text flex="1" textAlign="left">
            {rendition.placementId}
          </Text>
          <Text fontFamily="mono" fontSize="11px">
            {formatSize(rendition)} {formatBytes(rendition.bytes)}
          </Text>
        </Choice>
      ))}
      <Heading as="h2" fontSize="15px" marginTop="18px" marginBottom="6px">
        Original
      </Heading>
      <Text fontFamily="mono" fontSize="12px">
        {formatSize(shot)} {formatBytes(shot.bytes)} {shot.type.toUpperCase()}
      </Text>
      <Heading as="h2" fontSize="15px" marginTop="18px" marginBottom="6px">
        Findings
      </Heading>
      {shot.failure && (
        <Flex gap="8px" align="baseline">
          <Attention />
          <Text>Could not be made: {shot.failure}</Text>
        </Flex>
      )}
      {findings.length === 0 && !shot.failure && <Text color="softInk">None.</Text>}
      {findings.map((finding) => (
        <Box key={finding.code} marginBottom="8px">
          <Flex gap="8px" align="center">
            {FINDINGS[finding.code].weight !== 'note' && <Attention />}
            <Text fontWeight="600">{FINDINGS[finding.code].title}</Text>
          </Flex>
          <Text fontSize="12px" color="softInk">
            {finding.code === 'edge-unsure' &&
              `${formatPercent(finding.share01, 0)} of the outline. `}
            {finding.code === 'too-small' && `${finding.hasPx} px of ${finding.wantsPx} px. `}
            {FINDINGS[finding.code].remedy}
          </Text>
        </Box>
      ))}
    </Box>
  )
}
