import { Box, Flex, Heading, NativeSelect, Switch, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import { memo } from 'react'
import type { Origin } from '@cloudbank/core/brief'
import type { Neutral } from '@cloudbank/core/steps'
import { formatSigned } from '@cloudbank/core/words'
import type { Lighting, ShootView, Shot } from '../../data'
import { Action, Range } from '../../ui'
import { lightingOf } from '../../work/recipe'
import { CurveEditor } from './CurveEditor'
import { describeSlider, SLIDERS, type Slider } from '../../work/lightFields'
import { LookPicker } from './LookPicker'
import type { LightActions, LightEditor } from './useLightEditor'

const LEVELS = [
  { id: 'shot', words: 'This shot' },
  { id: 'lighting', words: 'Its lighting' },
  { id: 'brief', words: 'The brief' },
] as const

/** The settings of Light, each with where it comes from. */
export function LightPanel(props: { editor: LightEditor; view: ShootView; shot: Shot }) {
  const { editor, view, shot } = props
  const lighting = lightingOf(shot, view.lightings)
  const { settings } = editor
  return (
    <Box>
      <Text color="softInk" fontSize="12px" marginBottom="4px">
        A change is kept for
      </Text>
      <Flex gap="4px" role="radiogroup" aria-label="A change is kept for" marginBottom="12px">
        {LEVELS.map(({ id, words }) => (
          <Action
            key={id}
            role="radio"
            aria-checked={editor.level === id}
            look={editor.level === id ? 'main' : 'plain'}
            minHeight="26px"
            paddingX="8px"
            fontSize="12px"
            disabled={id === 'lighting' && !editor.hasLighting}
            onClick={() => editor.setLevel(id)}
          >
            {words}
          </Action>
        ))}
      </Flex>
      <Group title="Neutral" origin={editor.originOf('neutral')}>
        <NeutralChoice
          neutral={settings.neutral}
          own={editor.originOf('neutral') === 'shot'}
          actions={editor.actions}
          lighting={lighting}
          shootId={view.shoot.id}
        />
      </Group>
      {(['Tone', 'Colour', 'Backdrop'] as const).map((group) => (
        <Group key={group} title={group}>
          {group === 'Tone' && <AutoTone on={settings.autoTone} actions={editor.actions} />}
          {SLIDERS.filter((slider) => slider.group === group).map((slider) => (
            <SliderRow
              key={slider.key}
              slider={slider}
              value={settings[slider.key]}
              origin={editor.originOf(slider.key)}
              actions={editor.actions}
            />
          ))}
          {group === 'Tone' && (
            <CurveEditor
              curve={settings.curve}
              origin={editor.originOf('curve')}
              actions={editor.actions}
            />
          )}
          {group === 'Backdrop' && settings.even && (
            <Flex align="center" gap="8px">
              <Text flex="1" fontSize="12px">
                Evened out {formatSigned(settings.even.ev, 2)} EV
                {Math.round(settings.even.mid * 100) !== 0 &&
                  `, middle tones ${formatSigned(settings.even.mid * 100, 0)}`}
              </Text>
              <Action
                look="quiet"
                onClick={() => editor.actions.release('Evening out taken off', ['even'])}
              >
                Take off
              </Action>
            </Flex>
          )}
        </Group>
      ))}
      <Group title="Look" origin={editor.originOf('look')}>
        <LookPicker editor={editor} name={shot.fileName} />
      </Group>
    </Box>
  )
}

const ORIGIN_WORDS = { shot: 'this shot', lighting: 'lighting', brief: '' } as const

function Group(props: {
  title: string
  origin?: keyof typeof ORIGIN_WORDS
  children: React.ReactNode
}) {
  return (
    <Box paddingY="8px" borderTopWidth="1px" borderColor="hairline">
      <Flex align="baseline" marginBottom="4px">
        <Heading as="h3" fontSize="13px" fontWeight="700" flex="1">
          {props.title}
        </Heading>
        {props.origin && (
          <Text fontSize="11px" color="softInk">
            {ORIGIN_WORDS[props.origin]}
          </Text>
        )}
      </Flex>
      {props.children}
    </Box>
  )
}

/** Where the neutral comes from; the shot's own choice goes over its lighting's. */
const NeutralChoice = memo(function NeutralChoice(props: {
  neutral: Neutral
  own: boolean
  actions: LightActions
  lighting: Lighting | null
  shootId: string
}) {
  const { neutral, own, actions, lighting, shootId } = props
  return (
    <>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          aria-label="Neutral"
          value={own ? neutral.from : 'layered'}
          onChange={({ target: { value } }) => {
            if (value === 'layered')
              actions.release('Neutral as the lighting and the brief have it', ['neutral'])
            else if (value === 'backdrop' || value === 'photograph')
              actions.keep(`Neutral ${NEUTRAL_WORDS[value]}`, { neutral: { from: value } })
          }}
        >
          <option value="layered">as its lighting and the brief have it</option>
          <option value="backdrop">{NEUTRAL_WORDS.backdrop}</option>
          <option value="photograph">{NEUTRAL_WORDS.photograph}</option>
          {own && neutral.from === 'gains' && <option value="gains">by fixed gains</option>}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Flex fontSize="12px" gap="8px" marginTop="3px">
        <Text flex="1" color="softInk">
          {neutral.from === 'gains'
            ? `${neutral.red.toFixed(3)} ${neutral.green.toFixed(3)} ${neutral.blue.toFixed(3)}`
            : NEUTRAL_WORDS[neutral.from]}
        </Text>
        {lighting && (
          <Link to={`/shoots/${shootId}/lightings/${lighting.id}`}>
            <u>choose a spot</u>
          </Link>
        )}
      </Flex>
    </>
  )
})

const NEUTRAL_WORDS = {
  backdrop: 'from the backdrop, where it is grey',
  photograph: 'as photographed',
} as const

const AutoTone = memo(function AutoTone(props: { on: boolean; actions: LightActions }) {
  const { on, actions } = props
  return (
    <Flex align="center" justify="space-between" marginBottom="4px">
      <Text>Automatic</Text>
      <Switch.Root
        size="sm"
        checked={on}
        onCheckedChange={({ checked }) =>
          actions.keep(`Automatic tone ${checked ? 'on' : 'off'}`, { autoTone: checked })
        }
      >
        <Switch.HiddenInput aria-label="Automatic tone" />
        <Switch.Control />
      </Switch.Root>
    </Flex>
  )
})

/** A slider with its value and its origin; a double click on the name puts it back. */
const SliderRow = memo(function SliderRow(props: {
  slider: Slider
  value: number
  origin: Origin
  actions: LightActions
}) {
  const { slider, value, origin, actions } = props
  const { key, label, min, max, step, digits } = slider
  const keep = (next: number): void =>
    actions.keep(describeSlider(slider, next), { [key]: next }, key)
  const take = (event: React.SyntheticEvent<HTMLInputElement>): void =>
    keep(Number(event.currentTarget.value))
  return (
    <Box marginBottom="3px">
      <Flex align="baseline" gap="6px" fontSize="12px" lineHeight="16px">
        <Text
          flex="1"
          title="Double click: back to nothing"
          onDoubleClick={() => keep(0)}
          fontWeight={origin === 'shot' ? 700 : 400}
        >
          {label}
        </Text>
        <Text color="softInk" fontSize="11px">
          {ORIGIN_WORDS[origin]}
        </Text>
        {origin === 'shot' && (
          <button
            type="button"
            aria-label={`Take ${label} off this shot`}
            title="Take off this shot"
            onClick={() => actions.release(`${label} taken off`, [key])}
          >
            ×
          </button>
        )}
        <Text fontFamily="mono" width="44px" textAlign="right">
          {formatSigned(value, digits)}
        </Text>
      </Flex>
      <Range
        type="range"
        aria-label={label}
        min={min}
        max={max}
        step={step}
        value={value}
        onChange={(event) => actions.draft({ [key]: Number(event.target.value) })}
        onPointerUp={take}
        onKeyUp={(event) => /^(Arrow|Page|Home|End)/.test(event.key) && take(event)}
      />
    </Box>
  )
})
