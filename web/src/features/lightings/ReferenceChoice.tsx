import { Box, Flex, Text } from '@chakra-ui/react'
import { usePictureUrl, type ShootView, type Shot } from '../../data'
import { strings } from './strings'

/** The lighting's shots, one of which the neutral is read on. */
export function ReferenceChoice(props: {
  view: ShootView
  shots: readonly Shot[]
  chosen: Shot | undefined
  onChoose: (shot: Shot) => void
}) {
  const { view, shots, chosen, onChoose } = props
  return (
    <Flex
      gap="8px"
      overflowX="auto"
      flex="none"
      padding="4px"
      role="listbox"
      aria-label={strings.referenceShot}
    >
      {shots.map((shot) => (
        <ShotChoice
          key={shot.id}
          shot={shot}
          chosen={shot.id === chosen?.id}
          card={Boolean(view.measures.get(shot.originalHash)?.card)}
          onChoose={() => onChoose(shot)}
        />
      ))}
    </Flex>
  )
}

function ShotChoice(props: { shot: Shot; chosen: boolean; card: boolean; onChoose: () => void }) {
  const { shot, chosen, card, onChoose } = props
  const preview = usePictureUrl({ table: 'previews', hash: shot.originalHash })
  return (
    <button type="button" role="option" aria-selected={chosen} onClick={onChoose}>
      <Box
        width="84px"
        height="64px"
        background="mat"
        boxShadow={chosen ? '0 0 0 1px {colors.paper}, 0 0 0 3px {colors.ink}' : undefined}
      >
        <img
          src={preview}
          alt={shot.fileName}
          style={{ width: '100%', height: '100%', objectFit: 'contain' }}
        />
      </Box>
      <Text fontSize="12px" color="softInk" height="16px">
        {card ? strings.greyCard : ''}
      </Text>
    </button>
  )
}
