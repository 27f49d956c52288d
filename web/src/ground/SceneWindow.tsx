import { Box, Flex, Grid, Input, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { MATERIALS, type Material } from '@cloudbank/core/scene'
import { formatPercent } from '@cloudbank/core/words'
import { attempt } from '../notices'
import { Action, Window } from '../ui'
import { keepScene, type KeptScene } from '../work/scenes'
import { useMaterialPictures } from './useMaterialPictures'
import { useSceneVariants, type FrameToFill, type Variant } from './useSceneVariants'
import { strings } from './strings'

interface Props {
  readonly open: boolean
  readonly onClose: () => void
  readonly frame: FrameToFill
  /** Puts a scene behind the product. */
  readonly onUse: (scene: KeptScene) => void
}

/** A scene is described, and one of its variants chosen; whatever is used is kept for other shots. */
export function SceneWindow({ open, onClose, frame, onUse }: Props) {
  const [text, setText] = useState('')
  const scenes = useSceneVariants(frame)
  const [using, setUsing] = useState<number | null>(null)
  const use = async ({ order }: Variant): Promise<void> => {
    setUsing(order.seed)
    try {
      onUse(await keepScene(order))
      onClose()
    } finally {
      setUsing(null)
    }
  }
  const make = (): void => attempt(scenes.make(text))
  return (
    <Window title={strings.makeScene} open={open} onClose={onClose} size="xl">
      <Text fontSize="12px" color="softInk" marginBottom="6px">
        {strings.describeScene}
      </Text>
      <Flex gap="8px" marginBottom="4px">
        <Input
          aria-label={strings.sceneDescription}
          size="sm"
          placeholder={strings.sceneExample}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && make()}
        />
        <Action look="main" disabled={text.trim() === ''} onClick={make}>
          {scenes.variants.length === 0 ? strings.makeFour : strings.fourMore}
        </Action>
      </Flex>
      <MaterialPictures choose={(material) => setText(withMaterial(text, material))} />
      {scenes.unknown.length > 0 && (
        <Text role="status" fontSize="12px" fontWeight="600" marginTop="4px">
          {strings.sceneUnknown(scenes.unknown.map((word) => `“${word}”`).join(', '))}
        </Text>
      )}
      <Grid
        gridTemplateColumns="repeat(4, 1fr)"
        gap="10px"
        marginTop="12px"
        maxHeight="56vh"
        overflowY="auto"
      >
        {scenes.variants.map((variant) => (
          <VariantTile
            key={variant.order.seed}
            variant={variant}
            ratio={frame.ratio}
            isBusy={using === variant.order.seed}
            onUse={() => attempt(use(variant), strings.sceneCouldntBeMade)}
            onDrop={() => scenes.drop(variant.order.seed)}
          />
        ))}
      </Grid>
    </Window>
  )
}

interface TileProps {
  readonly variant: Variant
  readonly ratio: number
  readonly isBusy: boolean
  readonly onUse: () => void
  readonly onDrop: () => void
}

/** A description that names one more material: the first is the floor, the next the wall. */
const withMaterial = (text: string, material: Material): string =>
  text.trim() === '' ? material : `${text.trim().replace(/,$/, '')}, ${material}`

/** The materials as pictures; each puts its word into the description. */
function MaterialPictures({ choose }: { readonly choose: (material: Material) => void }) {
  const pictures = useMaterialPictures()
  return (
    <Box role="group" aria-label={strings.sceneMaterials}>
      <Text fontSize="12px" color="softInk">
        {strings.sceneMaterialsHint}
      </Text>
      <Flex gap="6px" wrap="wrap" marginTop="4px">
        {MATERIALS.map((material) => (
          <Box
            key={material}
            asChild
            width="62px"
            fontSize="11px"
            cursor="pointer"
            textAlign="left"
          >
            <button type="button" onClick={() => choose(material)}>
              <Box height="44px" background="mat" overflow="hidden" borderRadius="2px">
                {pictures.get(material) && <Picture blob={pictures.get(material)!} label="" />}
              </Box>
              {material}
            </button>
          </Box>
        ))}
      </Flex>
    </Box>
  )
}

/** One variant: its picture where it is made, or what became of it. */
function VariantTile({ variant: { order, state }, ratio, isBusy, onUse, onDrop }: TileProps) {
  return (
    <Box role="group" aria-label={strings.variant(order.seed)}>
      <Flex
        background="mat"
        align="center"
        justify="center"
        overflow="hidden"
        style={{ aspectRatio: String(ratio) }}
      >
        {state.kind === 'made' ? (
          <Picture blob={state.scene.picture} label={strings.variant(order.seed)} />
        ) : (
          <Text fontSize="12px" padding="8px" role="status">
            {state.kind === 'making'
              ? strings.making(formatPercent(state.done01, 0))
              : state.reason}
          </Text>
        )}
      </Flex>
      <Flex gap="4px" marginTop="4px" align="center">
        <Action
          look="plain"
          minHeight="26px"
          paddingX="8px"
          disabled={state.kind !== 'made' || isBusy}
          onClick={onUse}
        >
          {isBusy ? strings.makingLarge : strings.use}
        </Action>
        <Action look="quiet" onClick={onDrop}>
          {strings.throwAway}
        </Action>
        <Text marginLeft="auto" fontFamily="mono" fontSize="11px" color="softInk">
          {order.seed}
        </Text>
      </Flex>
    </Box>
  )
}

function Picture({ blob, label }: { readonly blob: Blob; readonly label: string }) {
  const image = useRef<HTMLImageElement>(null)
  useEffect(() => {
    const url = URL.createObjectURL(blob)
    if (image.current) image.current.src = url
    return () => URL.revokeObjectURL(url)
  }, [blob])
  return (
    <img ref={image} alt={label} style={{ width: '100%', height: '100%', objectFit: 'cover' }} />
  )
}
