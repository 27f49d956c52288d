import { Box, Flex, Text } from '@chakra-ui/react'
import { formatSigned } from '@cloudbank/core/words'
import { Action } from '../../../../ui'
import { LevelChoice, StepControls, type OwnControlProps } from '../../controls'
import { CurveEditor } from './CurveEditor'
import { LookPicker } from './LookPicker'
import { NeutralChoice } from './NeutralChoice'

/** The settings of Light, each with where it comes from. */
export function LightPanel(props: OwnControlProps) {
  return (
    <Box>
      <LevelChoice editor={props.editor} step="light" />
      <StepControls step="light" own={OWN} {...props} />
    </Box>
  )
}

const OWN = { neutral: NeutralChoice, curve: Curve, even: EvenedOut, look: Look }

function Curve({ editor }: OwnControlProps) {
  return (
    <CurveEditor
      curve={editor.steps.light.curve}
      origin={editor.originOf('light', 'curve')}
      actions={editor.actions}
    />
  )
}

function Look({ editor, shot }: OwnControlProps) {
  return <LookPicker settings={editor.steps.light} actions={editor.actions} name={shot.fileName} />
}

function EvenedOut({ editor }: OwnControlProps) {
  const { even } = editor.steps.light
  if (!even) return null
  const mid = even.mid * 100
  return (
    <Flex align="center" gap="8px">
      <Text flex="1" fontSize="12px">
        Evened out {formatSigned(even.ev, 2)} EV
        {Math.round(mid) !== 0 && `, middle tones ${formatSigned(mid, 0)}`}
      </Text>
      <Action
        look="quiet"
        onClick={() => editor.actions.release('Evening out taken off', 'light', ['even'])}
      >
        Take off
      </Action>
    </Flex>
  )
}
