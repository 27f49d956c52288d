import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import type { Histogram } from '@cloudbank/core/measure'
import { formatSigned } from '@cloudbank/core/words'
import { Action } from '../../ui'
import { Dial, LevelChoice, type OwnControlProps } from '../../stage/controls'
import { HowMuchColour } from './HowMuchColour'
import { LightPlane } from './LightPlane'
import { LookPicker } from './LookPicker'
import { NeutralChoice } from './NeutralChoice'
import { Targets } from './Targets'
import { strings } from './strings'

interface Props extends OwnControlProps {
  readonly histogram: Histogram | null
  readonly clipping: boolean
  readonly onClipping: () => void
}

/** Light beside the picture: its targets, the colour of the light, how much colour, the look. Tones lie below. */
export function LightPanel({ histogram, clipping, onClipping, ...shared }: Props) {
  const { editor, shot } = shared
  return (
    <Box>
      <LevelChoice editor={editor} step="light" />
      <Targets {...shared} histogram={histogram} clipping={clipping} onClipping={onClipping} />
      <LightPlane {...shared} />
      <Part title={strings.neutral}>
        <NeutralChoice {...shared} />
      </Part>
      <HowMuchColour {...shared} histogram={histogram} />
      <Part title={strings.backdrop}>
        <Dial
          step="light"
          field="flattenPct"
          value={editor.steps.light.flattenPct}
          origin={editor.originOf('light', 'flattenPct')}
          actions={editor.actions}
        />
        <EvenedOut {...shared} />
      </Part>
      <Part title={strings.look}>
        <LookPicker settings={editor.steps.light} actions={editor.actions} name={shot.fileName} />
      </Part>
    </Box>
  )
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box marginTop="12px">
      <Heading as="h2" fontSize="14px" fontWeight="700" marginBottom="4px">
        {title}
      </Heading>
      {children}
    </Box>
  )
}

function EvenedOut({ editor }: OwnControlProps) {
  const { even } = editor.steps.light
  if (!even) return null
  const mid = even.mid * 100
  return (
    <Flex align="center" gap="8px">
      <Text flex="1" fontSize="12px">
        {strings.evenedOut} {formatSigned(even.ev, 2)} {strings.ev}
        {Math.round(mid) !== 0 && strings.middleTones(formatSigned(mid, 0))}
      </Text>
      <Action
        look="quiet"
        onClick={() => editor.actions.release(strings.eveningOutRemoved, 'light', ['even'])}
      >
        {strings.takeOff}
      </Action>
    </Flex>
  )
}
