import { Box, Flex, Text } from '@chakra-ui/react'
import type { Origin } from '@cloudbank/core/brief'
import { formatSetting } from '../../settings'
import { ORIGIN_WORDS } from './origin'
import { keepSetting, SettingTrack, TakeOff, type NumberSetting } from './SettingTrack'
import { strings } from '../strings'

/** A slider with its value and its origin; a double click on the name puts it back. */
export function SliderRow({ origin, ...setting }: NumberSetting & { readonly origin: Origin }) {
  const { step, control, value } = setting
  return (
    <Box marginBottom="3px">
      <Flex align="baseline" gap="6px" fontSize="12px" lineHeight="16px">
        <Text
          flex="1"
          title={strings.doubleClickToResetLabel}
          onDoubleClick={() => keepSetting(setting, 0)}
          fontWeight={origin === 'shot' ? 700 : 400}
        >
          {control.label}
        </Text>
        <Text color="softInk" fontSize="12px">
          {ORIGIN_WORDS[origin]}
        </Text>
        {origin === 'shot' && <TakeOff {...setting} />}
        <Text fontFamily="mono" width="44px" textAlign="right">
          {formatSetting(step, control, value)}
        </Text>
      </Flex>
      <SettingTrack {...setting} />
    </Box>
  )
}
