import { Box, Flex, Text } from '@chakra-ui/react'
import type { Histogram } from '@cloudbank/core/measure'
import { formatSigned } from '@cloudbank/core/words'
import type { Rendition } from '../../data'
import { Action } from '../../ui'
import { Dial, type OwnControlProps } from '../../stage/controls'
import { DeskPart } from '../../stage/desk'
import { FindingList } from '../../stage/FindingList'
import { HowMuchColour } from './HowMuchColour'
import { LightPlane } from './LightPlane'
import { LookPicker } from './LookPicker'
import { NeutralChoice } from './NeutralChoice'
import { Targets } from './Targets'
import { TonesInstrument } from './TonesInstrument'
import { strings } from './strings'

interface Props extends OwnControlProps {
  readonly histogram: Histogram | null
  readonly clipping: boolean
  readonly onClipping: () => void
  readonly shown: Rendition | undefined
}

/** Light's desk: the shot in its row, tones, the colour of the light, how much colour, the look. */
export function LightDesk({ histogram, clipping, onClipping, shown, ...shared }: Props) {
  const { editor, shot, view } = shared
  return (
    <>
      <DeskPart title={strings.inItsRow} width={262}>
        <Targets {...shared} histogram={histogram} clipping={clipping} onClipping={onClipping} />
        <Box marginTop="8px">
          <FindingList view={view} shot={shot} shown={shown} />
        </Box>
      </DeskPart>
      <DeskPart width={286} grow={1}>
        <TonesInstrument {...shared} histogram={histogram} />
      </DeskPart>
      <DeskPart title={strings.colourOfLight} width={226}>
        <LightPlane {...shared} />
        <NeutralChoice {...shared} />
      </DeskPart>
      <DeskPart title={strings.colourStrength} width={250}>
        <HowMuchColour {...shared} histogram={histogram} />
        <Box marginY="6px">
          <Dial
            step="light"
            field="flattenPct"
            value={editor.steps.light.flattenPct}
            origin={editor.originOf('light', 'flattenPct')}
            actions={editor.actions}
          />
        </Box>
        <EvenedOut {...shared} />
        <LookPicker settings={editor.steps.light} actions={editor.actions} name={shot.fileName} />
      </DeskPart>
    </>
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
