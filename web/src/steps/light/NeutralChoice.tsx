import { lightingOf } from '@cloudbank/core/shoot'
import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import type { OwnControlProps } from '../../stage/controls'
import { strings } from './strings'

const WORDS = {
  backdrop: strings.fromBackdropIfItIs,
  photograph: strings.asPhotographed,
} as const

/** Where the neutral comes from; the shot's own choice goes over its lighting's. */
export function NeutralChoice({ editor, view, shot }: OwnControlProps) {
  const { actions } = editor
  const { neutral } = editor.steps.light
  const own = editor.originOf('light', 'neutral') === 'shot'
  const lighting = lightingOf(shot, view.lightings)
  return (
    <>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          aria-label={strings.neutral}
          value={own ? neutral.from : 'layered'}
          onChange={({ target: { value } }) => {
            if (value === 'layered')
              actions.release(strings.neutralFromLightingAndBrief, 'light', ['neutral'])
            else if (value === 'backdrop' || value === 'photograph')
              actions.keep(strings.neutralWithValue(WORDS[value]), 'light', {
                neutral: { from: value },
              })
          }}
        >
          <option value="layered">{strings.fromItsLightingAndBrief}</option>
          <option value="backdrop">{WORDS.backdrop}</option>
          <option value="photograph">{WORDS.photograph}</option>
          {own && neutral.from === 'gains' && <option value="gains">{strings.byFixedGains}</option>}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Flex fontSize="12px" gap="8px" marginTop="3px">
        <Text flex="1" color="softInk">
          {neutral.from === 'gains'
            ? `${neutral.red.toFixed(3)} ${neutral.green.toFixed(3)} ${neutral.blue.toFixed(3)}`
            : WORDS[neutral.from]}
        </Text>
        {lighting && (
          <Link to={`/shoots/${view.shoot.id}/lightings/${lighting.id}`}>
            <u>{strings.chooseSpot}</u>
          </Link>
        )}
      </Flex>
    </>
  )
}
