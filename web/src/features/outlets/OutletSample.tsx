import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { FORMATS } from '@cloudbank/core/codec'
import { RULE_WORDS, type Outlet } from '@cloudbank/core/outlets'
import { formatBytes, formatPercent } from '@cloudbank/core/words'
import { useShootView, type ShootView, type Shot } from '../../data'
import { Attention, Choose } from '../../ui'
import { strings } from './strings'
import { useSample, type SampleFile } from './useSample'

/** What an outlet's rules mean for a picture: one that is made by them, and what it measures. */
export function OutletSample({ outlet, shootId }: { outlet: Outlet; shootId: string | null }) {
  const view = useShootView(shootId)
  const [chosen, setChosen] = useState<string | null>(null)
  const [placementId, setPlacementId] = useState<string | null>(null)
  const shots = view?.shots ?? []
  const shot = shots.find(({ id }) => id === chosen) ?? shots[0]
  const placement = outlet.placements.find(({ id }) => id === placementId) ?? outlet.placements[0]!
  return (
    <Box as="aside" aria-label={strings.whatThisMeans}>
      <Heading as="h2" fontSize="16px" fontWeight="700">
        {strings.whatThisMeans}
      </Heading>
      {!view || !shot ? (
        <Text color="softInk" marginTop="8px">
          {strings.addShootToSee}
        </Text>
      ) : (
        <>
          <Flex gap="4px" marginBottom="10px">
            <Choose
              words={shot.fileName}
              width="200px"
              options={shots.map(({ id, fileName }) => ({ id: String(id), words: fileName }))}
              onChoose={setChosen}
            />
            {outlet.placements.length > 1 && (
              <Choose
                words={placement.name}
                width="150px"
                options={outlet.placements.map(({ id, name }) => ({ id, words: name }))}
                onChoose={setPlacementId}
              />
            )}
          </Flex>
          <Made view={view} shot={shot} outlet={outlet} placementId={placement.id} />
        </>
      )}
    </Box>
  )
}

interface MadeProps {
  readonly view: ShootView
  readonly shot: Shot
  readonly outlet: Outlet
  readonly placementId: string
}

function Made({ view, shot, outlet, placementId }: MadeProps) {
  const sample = useSample(view, shot, outlet, placementId)
  if (sample.kind === 'failed') return <Text role="alert">{sample.reason}</Text>
  const made = sample.kind === 'made' ? sample.sample : sample.before
  return (
    <Box aria-busy={sample.kind === 'making'} data-sample={sample.kind}>
      <SamplePicture made={made} label={shot.fileName} />
      {made && <Readings made={made} outlet={outlet} />}
    </Box>
  )
}

/** Largest side of the picture, in pixels of the page. */
const SIDE_PX = 400

/** The file with its pixels along its sides, and the product's box in it. */
function SamplePicture({ made, label }: { made: SampleFile | null; label: string }) {
  const url = useUrlOf(made)
  if (!made || url === null)
    return (
      <Flex height={`${SIDE_PX}px`} background="mat" align="center" justify="center">
        <Text color="softInk">{strings.beingMade}</Text>
      </Flex>
    )
  const { width, height, product } = made.file.finished
  const scale = SIDE_PX / Math.max(width, height)
  return (
    <Box width={`${width * scale}px`} maxWidth="100%">
      <Text textAlign="center" fontSize="12px" fontFamily="mono" color="softInk">
        {strings.px(width)}
      </Text>
      <Flex align="center" gap="6px">
        <Box
          position="relative"
          flex="1"
          borderWidth="1px"
          borderColor="edge"
          aspectRatio={width / height}
        >
          <img src={url} alt={label} style={{ width: '100%', height: '100%' }} />
          {product && (
            <Box
              position="absolute"
              left={`${product.x * 100}%`}
              top={`${product.y * 100}%`}
              width={`${product.width * 100}%`}
              height={`${product.height * 100}%`}
              borderWidth="1px"
              borderStyle="dashed"
              borderColor="ink"
            />
          )}
        </Box>
        <Text
          fontSize="12px"
          fontFamily="mono"
          color="softInk"
          css={{ writingMode: 'vertical-rl' }}
        >
          {strings.px(height)}
        </Text>
      </Flex>
    </Box>
  )
}

/** An address of a file's bytes, for as long as it is shown. */
function useUrlOf(made: SampleFile | null): string | null {
  const [url, setUrl] = useState<string | null>(null)
  useEffect(() => {
    if (!made) return
    const type = FORMATS[made.file.format].mime
    const next = URL.createObjectURL(
      new Blob([made.file.bytes as Uint8Array<ArrayBuffer>], { type }), // transferred here
    )
    setUrl(next)
    return () => URL.revokeObjectURL(next)
  }, [made])
  return url
}

/** What the file measures, against what is asked. */
function Readings({ made, outlet }: { made: SampleFile; outlet: Outlet }) {
  const { finished } = made.file
  const { rules } = outlet
  const { border, product } = finished
  const rows = [
    { words: strings.pixels, value: `${finished.width} × ${finished.height}` },
    { words: strings.weight, value: formatBytes(finished.bytes) },
    { words: strings.format, value: FORMATS[finished.type].word },
    {
      words: strings.border,
      value:
        border.clear01 > 0.99 ? strings.clear : `${border.colour}, ΔE ${border.spread.toFixed(1)}`,
    },
    {
      words: strings.fills,
      value: product ? formatPercent(Math.max(product.width, product.height)) : strings.notKnown,
    },
  ]
  return (
    <Box marginTop="12px" fontSize="13px">
      {rows.map(({ words, value }) => (
        <Flex key={words} paddingY="5px" borderTopWidth="1px" borderColor="hairline">
          <Text flex="1">{words}</Text>
          <Text fontFamily="mono">{value}</Text>
        </Flex>
      ))}
      {made.broken.map(({ rule, value, limit }) => (
        <Flex
          key={rule}
          gap="6px"
          align="baseline"
          paddingY="5px"
          borderTopWidth="1px"
          borderColor="hairline"
        >
          <Attention />
          <Box>
            <Text fontWeight="600">
              {RULE_WORDS[rule].title}: {value}; {limit}
            </Text>
            <Text color="softInk" fontSize="12px">
              {RULE_WORDS[rule].remedy}
            </Text>
          </Box>
        </Flex>
      ))}
      {made.broken.length === 0 && (
        <Text paddingY="5px" borderTopWidth="1px" borderColor="hairline" color="softInk">
          {rules.needsAltText ? strings.allRulesKeptGivenDescription : strings.allRulesKept}
        </Text>
      )}
    </Box>
  )
}
