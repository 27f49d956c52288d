import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { memo, useState } from 'react'
import type { Origin } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import { formatSetting, groupsOf, type NumberControl } from '../../settings'
import type { ShotActions } from '../useShotEditor'
import { ORIGIN_WORDS } from './origin'
import { keepSetting, SettingTrack, TakeOff } from './SettingTrack'
import { strings } from '../strings'

interface Props {
  readonly step: StepId
  readonly field: string
  readonly value: number
  readonly origin: Origin
  readonly actions: ShotActions
}

/** The control of a number setting, by its field. */
export const numberControl = (step: StepId, field: string): NumberControl =>
  groupsOf(step)
    .flatMap(({ controls }) => controls)
    .find((control) => control.field === field && control.kind === 'number') as NumberControl // asked for by its name

/** A number setting in a small place: its value, to be typed, over a short track. */
export const Dial = memo(function Dial({ step, field, value, origin, actions }: Props) {
  const control = numberControl(step, field)
  const setting = { step, control, value, actions }
  const { label } = control
  const shown = formatSetting(step, control, value)
  /** What is being typed; null while nothing is. */
  const [typed, setTyped] = useState<string | null>(null)
  const takeTyped = (): void => {
    setTyped(null)
    if (typed === null || typed.trim() === '') return
    const next = Number(typed.replace('−', '-').replace(',', '.'))
    if (!Number.isNaN(next) && next !== value) keepSetting(setting, next)
  }
  const isOwn = origin === 'shot'
  return (
    <Box minWidth="0" flex="1">
      <Flex align="baseline" gap="4px" fontSize="12px" lineHeight="16px">
        <Text
          truncate
          flex="1"
          fontWeight={isOwn ? 700 : 400}
          title={strings.doubleClickToReset(label, ORIGIN_WORDS[origin] || 'default')}
          onDoubleClick={() => keepSetting(setting, 0)}
        >
          {label}
        </Text>
        {isOwn && <TakeOff {...setting} />}
        <Input
          aria-label={strings.typed(label)}
          size="2xs"
          width="40px"
          height="18px"
          paddingX="2px"
          textAlign="right"
          fontFamily="mono"
          fontSize="12px"
          borderColor="transparent"
          _hover={{ borderColor: 'edge' }}
          value={typed ?? shown}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={takeTyped}
          onKeyDown={(event) => event.key === 'Enter' && takeTyped()}
        />
      </Flex>
      <SettingTrack {...setting} />
    </Box>
  )
})
