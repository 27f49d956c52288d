import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import type { DeliveryItem, DeliveryPlan, ShotGroup } from '@cloudbank/core/shoot'
import { memo, useRef, useState } from 'react'
import type { ShootView, Shot } from '../../data'
import { useDragShots, useDropShots } from '../../drag'
import { attempt } from '../../notices'
import { Thumb } from '../../preview'
import { Attention } from '../../ui'
import { arrange, moved } from '../../work/products'
import { hasDoubtfulWords, PictureWords } from './PictureWords'
import { strings } from './strings'

/** Sides of a cover and of the other pictures, in pixels. */
const COVER_PX = 156
const OTHER_PX = 102

interface Props {
  readonly view: ShootView
  readonly group: ShotGroup
  /** Which of several variants it is, in words. */
  readonly variant: string | null
  /** Where each shot goes, by its id. */
  readonly goingOf: ReadonlyMap<string, readonly DeliveryItem[]>
  readonly aside: DeliveryPlan['aside']
  /** Asks which other products a picture shows. */
  readonly onShare: (shot: Shot) => void
}

/** A product: its pictures in order, the cover first and large, and the words of the one that is chosen. */
export const ProductCard = memo(function ProductCard(props: Props) {
  const { view, group, variant, goingOf, aside, onShare } = props
  const { sku, name, shots } = group
  const [chosenId, setChosenId] = useState<string | null>(null)
  const found = shots.findIndex(({ id }) => id === chosenId)
  const at = Math.max(0, found)
  const chosen = shots[at]
  const move = (shotId: string, to: number): void => {
    const cover = to === 0 ? strings.nowItsCover : ''
    setChosenId(shotId)
    attempt(
      arrange(moved(shots, shotId, to), strings.picturesOfPutInOrder(sku, cover)),
      strings.orderCouldntBeSaved,
    )
  }
  const altOf = ({ id, words }: Shot): string => goingOf.get(id)?.[0]?.altText ?? words.alt ?? ''
  const othersOf = (shot: Shot): string[] => shots.filter((one) => one !== shot).map(altOf)
  return (
    <Box
      as="section"
      aria-label={`${sku} ${name}`.trim()}
      background="paper"
      borderWidth="1px"
      borderColor="hairline"
      borderRadius="4px"
      padding="10px 12px 12px"
    >
      <Flex gap="10px" marginBottom="8px" align="baseline" minWidth="0">
        {sku !== '' && (
          <Text fontFamily="mono" fontWeight="700" whiteSpace="nowrap">
            {sku}
          </Text>
        )}
        <Text flex="1" truncate title={name}>
          {name}
        </Text>
        {variant !== null && (
          <Text fontSize="12px" color="softInk" whiteSpace="nowrap">
            {variant}
          </Text>
        )}
      </Flex>
      <Flex gap="6px" wrap="wrap" align="flex-end" marginBottom="8px">
        {shots.map((shot, i) => (
          <Picture
            key={shot.id}
            view={view}
            shot={shot}
            isCover={i === 0 && sku !== ''}
            isChosen={i === at}
            isDoubtful={hasDoubtfulWords(altOf(shot), othersOf(shot))}
            choose={setChosenId}
            onDrop={sku === '' ? null : (id) => move(id, i)}
          />
        ))}
      </Flex>
      {chosen && (
        <PictureWords
          key={chosen.id}
          view={view}
          shot={chosen}
          at={at}
          count={shots.length}
          hasProduct={sku !== ''}
          going={goingOf.get(chosen.id) ?? []}
          others={othersOf(chosen)}
          aside={aside}
          onMove={move}
          onShare={onShare}
        />
      )}
    </Box>
  )
})

interface PictureProps {
  readonly view: ShootView
  readonly shot: Shot
  readonly isCover: boolean
  readonly isChosen: boolean
  readonly isDoubtful: boolean
  readonly choose: (id: string) => void
  readonly onDrop: ((shotId: string) => void) | null
}

/** One picture of a product; chosen, its words are shown. Another that is dropped on it takes its place. */
function Picture({ view, shot, isCover, isChosen, isDoubtful, choose, onDrop }: PictureProps) {
  const element = useRef<HTMLButtonElement>(null)
  useDragShots(element, shot.id)
  const isOver = useDropShots(element, onDrop)
  const px = isCover ? COVER_PX : OTHER_PX
  return (
    <chakra.button
      ref={element}
      type="button"
      aria-pressed={isChosen}
      aria-label={strings.pictureOf(shot.angle ?? shot.fileName)}
      data-shot={shot.id}
      position="relative"
      width={`${px}px`}
      height={`${px}px`}
      cursor="pointer"
      boxShadow={isChosen ? '0 3px 0 var(--chakra-colors-ink)' : undefined}
      outline={isOver ? '2px solid' : undefined}
      outlineColor="ink"
      onClick={() => choose(shot.id)}
    >
      <Thumb shot={shot} view={view} />
      {isCover && (
        <Text
          position="absolute"
          top="0"
          left="0"
          background="ink"
          color="paper"
          fontSize="12px"
          lineHeight="18px"
          paddingX="7px"
        >
          {strings.cover}
        </Text>
      )}
      {isDoubtful && (
        <Box position="absolute" bottom="6px" left="6px">
          <Attention />
        </Box>
      )}
    </chakra.button>
  )
}
