import { Box, Flex, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { useDragShots, useDropShots } from '../../drag'
import type { ShootView, Shot } from '../../data'
import { LitPreview } from '../../preview'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  /** Told of a shot that is dropped here. */
  readonly onDrop: (shotId: string) => void
  readonly title?: string
  readonly shots: readonly Shot[]
  readonly selected: ReadonlySet<string>
  readonly referenceId: string | null
  readonly onToggle: (id: string) => void
}

/** Shots in a row that wraps; each can be selected and dragged, and others dropped here. */
export function ShotRow({ view, onDrop, title, shots, selected, referenceId, onToggle }: Props) {
  const row = useRef<HTMLDivElement>(null)
  const isOver = useDropShots(row, onDrop)
  return (
    <Box
      ref={row}
      padding="6px"
      margin="-6px"
      borderRadius="4px"
      outline={isOver ? '2px dashed {colors.ink}' : undefined}
      minHeight="60px"
    >
      {title && (
        <Text color="softInk" marginBottom="6px">
          {title}
        </Text>
      )}
      <Flex gap="6px" wrap="wrap">
        {shots.map((shot) => (
          <DraggableShot
            key={shot.id}
            view={view}
            shot={shot}
            selected={selected.has(shot.id)}
            reference={shot.id === referenceId}
            onToggle={onToggle}
          />
        ))}
      </Flex>
    </Box>
  )
}

function DraggableShot(props: {
  view: ShootView
  shot: Shot
  selected: boolean
  reference: boolean
  onToggle: (id: string) => void
}) {
  const { view, shot, selected, reference, onToggle } = props
  const button = useRef<HTMLButtonElement>(null)
  useDragShots(button, shot.id)
  return (
    <button
      ref={button}
      type="button"
      aria-pressed={selected}
      aria-label={`${shot.fileName}${reference ? strings.referenceShotLabel : ''}`}
      title={shot.fileName}
      onClick={() => onToggle(shot.id)}
    >
      <Box
        width="64px"
        height="64px"
        background="mat"
        boxShadow={selected ? '0 0 0 1px {colors.paper}, 0 0 0 3px {colors.ink}' : undefined}
      >
        <LitPreview view={view} shot={shot} sidePx={128} />
      </Box>
      {reference && <Box height="3px" marginTop="2px" background="ink" />}
    </button>
  )
}
