import { Box, Flex, Text } from '@chakra-ui/react'
import { memo, useEffect, useRef, useState } from 'react'
import type { ShootView, Shot } from '../../data'
import { LitPreview } from '../../preview'
import { Action } from '../../ui'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  readonly onGo: (id: string) => void
}

/** The other shots of this product or lighting, at one scale, for comparison. */
export const Siblings = memo(function Siblings({ view, shot, onGo }: Props) {
  const [by, setBy] = useState<'product' | 'lighting'>('product')
  const shots = view.shots.filter((other) =>
    by === 'product' ? other.sku === shot.sku : other.lightingId === shot.lightingId,
  )
  return (
    <Flex
      as="aside"
      aria-label={strings.siblings}
      direction="column"
      gridArea="siblings"
      minHeight="0"
      background="paper"
      borderRightWidth="1px"
      borderColor="hairline"
    >
      <Flex padding="6px 8px" gap="2px">
        {(['product', 'lighting'] as const).map((kind) => (
          <Action
            key={kind}
            look="quiet"
            fontSize="12px"
            aria-pressed={by === kind}
            fontWeight={by === kind ? 700 : 500}
            onClick={() => setBy(kind)}
          >
            {kind === 'product' ? strings.product : strings.lighting}
          </Action>
        ))}
      </Flex>
      <Box flex="1" overflowY="auto" paddingX="13px" paddingY="4px">
        {shots.map((sibling) => (
          <Sibling
            key={sibling.id}
            view={view}
            shot={sibling}
            current={sibling.id === shot.id}
            onGo={onGo}
          />
        ))}
      </Box>
    </Flex>
  )
})

function Sibling(props: {
  view: ShootView
  shot: Shot
  current: boolean
  onGo: (id: string) => void
}) {
  const { view, shot, current, onGo } = props
  const box = useRef<HTMLButtonElement>(null)
  useEffect(() => {
    if (current) box.current?.scrollIntoView({ block: 'nearest' })
  }, [current])
  return (
    <button
      ref={box}
      type="button"
      aria-current={current ? 'true' : undefined}
      onClick={() => onGo(shot.id)}
      style={{ display: 'block', marginBottom: 8 }}
    >
      <Box
        width="112px"
        height="112px"
        background="mat"
        boxShadow={current ? '0 0 0 1px {colors.paper}, 0 0 0 3px {colors.ink}' : undefined}
      >
        <LitPreview view={view} shot={shot} sidePx={224} />
      </Box>
      <Text fontSize="12px" truncate width="112px" textAlign="left" marginTop="3px">
        {shot.angle ?? shot.fileName}
      </Text>
    </button>
  )
}
