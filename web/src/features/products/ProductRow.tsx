import type { DeliveryItem, DeliveryPlan, ShotGroup } from '@cloudbank/core/shoot'
import { Box, Flex, Text } from '@chakra-ui/react'
import { memo } from 'react'
import type { ShootView, Shot } from '../../data'
import { attempt } from '../../notices'
import { arrange, moved } from '../../work/products'
import { PictureCard } from './PictureCard'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly group: ShotGroup
  /** Where each shot goes, by its id. */
  readonly goingOf: ReadonlyMap<string, readonly DeliveryItem[]>
  readonly aside: DeliveryPlan['aside']
  /** Asks which other products a picture shows. */
  readonly onShare: (shot: Shot) => void
}

/** A product: its pictures in order, the cover first. */
export const ProductRow = memo(function ProductRow({
  view,
  group,
  goingOf,
  aside,
  onShare,
}: Props) {
  const { sku, name, shots } = group
  const move = (shotId: string, to: number): void => {
    const cover = to === 0 ? strings.nowItsCover : ''
    attempt(
      arrange(moved(shots, shotId, to), strings.picturesOfPutInOrder(sku, cover)),
      strings.orderCouldntBeSaved,
    )
  }
  return (
    <Box
      as="section"
      aria-label={`${sku} ${name}`.trim()}
      paddingY="12px"
      borderTopWidth="1px"
      borderColor="hairline"
      // Rows that are off the screen are not laid out.
      css={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 330px' }}
    >
      <Flex gap="10px" marginBottom="6px" align="baseline">
        {sku !== '' && (
          <Text fontFamily="mono" fontWeight="700">
            {sku}
          </Text>
        )}
        <Text>{name}</Text>
      </Flex>
      <Flex gap="14px" wrap="wrap">
        {shots.map((shot: Shot, at) => (
          <PictureCard
            key={shot.id}
            view={view}
            shot={shot}
            at={at}
            count={shots.length}
            hasProduct={sku !== ''}
            going={goingOf.get(shot.id) ?? []}
            others={shots
              .filter((other) => other !== shot)
              .map(({ id }) => goingOf.get(id)?.[0]?.altText ?? '')}
            aside={aside}
            onMove={move}
            onShare={onShare}
          />
        ))}
      </Flex>
    </Box>
  )
})
