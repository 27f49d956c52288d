import { Box, Flex, Text } from '@chakra-ui/react'
import { useDraggable, useDroppable } from '@dnd-kit/core'
import type { ShootView, Shot } from '../../data'
import { LitPreview } from '../../preview'

interface Props {
  readonly view: ShootView
  /** What a shot dropped here goes to. */
  readonly dropId: string
  readonly title?: string
  readonly shots: readonly Shot[]
  readonly selected: ReadonlySet<string>
  readonly referenceId: string | null
  readonly onToggle: (id: string) => void
}

/** Shots in a row that wraps; each can be selected and dragged, and others dropped here. */
export function ShotRow({ view, dropId, title, shots, selected, referenceId, onToggle }: Props) {
  const { setNodeRef, isOver } = useDroppable({ id: dropId })
  return (
    <Box
      ref={setNodeRef}
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
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: shot.id })
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...listeners}
      aria-pressed={selected}
      aria-label={`${shot.fileName}${reference ? ', reference shot' : ''}`}
      title={shot.fileName}
      onClick={() => onToggle(shot.id)}
      style={{
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: isDragging ? 5 : undefined,
        position: 'relative',
        touchAction: 'none',
      }}
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
