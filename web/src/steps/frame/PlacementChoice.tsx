import { PER_PLACEMENT } from '@cloudbank/core/steps'
import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { Action } from '../../ui'
import type { Shot } from '../../data'
import type { FieldOf } from '../../settings'
import type { ShotEditor } from '../../stage/useShotEditor'
import { strings } from './strings'

/** Whether a shot is framed anew for all of its placements, or for one alone, which is then shown. */
export function PlacementChoice({ editor, shot }: { editor: ShotEditor; shot: Shot }) {
  const { level, placements, placementId, setPlacementId } = editor
  const own = Object.keys(
    (placementId !== null && shot.touches.frame?.[PER_PLACEMENT]?.[placementId]) || {},
  ) as FieldOf<'frame'>[] // of its schema
  if (level !== 'shot' || placements.length < 2) return null
  return (
    <Flex align="center" gap="8px" marginBottom="10px">
      <Text fontSize="12px" color="softInk" whiteSpace="nowrap">
        {strings.framedFor}
      </Text>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          aria-label={strings.framedFor}
          value={placementId ?? ''}
          onChange={({ target: { value } }) => setPlacementId(value === '' ? null : value)}
        >
          <option value="">{strings.allPlacements}</option>
          {placements.map(({ id, name }) => (
            <option key={id} value={id}>
              {strings.alone(name)}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {own.length > 0 && (
        <Action
          look="quiet"
          onClick={() => editor.actions.release(strings.framedAsForAllPlacements, 'frame', own)}
        >
          {strings.asForAll}
        </Action>
      )}
    </Flex>
  )
}
