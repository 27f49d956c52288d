import { Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { FrameSettings, LightSettings, LOOK_IDS, LOOKS } from '@cloudbank/core/steps'
import { HexColour } from '@cloudbank/core/raster'
import { ChoiceSetting, NumberInput, NumberSetting, SettingRow, SwitchSetting } from './fields'
import { describeSlider, SLIDERS } from '../../work/lightFields'
import type { BriefEditor } from './useBriefEditor'

interface PanelProps {
  readonly editor: BriefEditor
}

const hintOf = (schema: { description?: string | undefined }): string => schema.description ?? ''

export function LightPanel({ editor }: PanelProps) {
  const light = editor.brief.steps.light
  const { neutral, look } = light
  const set = (words: string, changed: Partial<LightSettings>): void =>
    editor.setSteps(words, 'light', { ...light, ...changed })
  return (
    <>
      <ChoiceSetting
        label="Neutral"
        hint={hintOf(LightSettings.shape.neutral)}
        value={neutral.from}
        options={[
          { value: 'backdrop', words: 'from the backdrop, where it is grey' },
          { value: 'gains', words: 'by fixed gains' },
          { value: 'photograph', words: 'as photographed' },
        ]}
        commit={(from) =>
          editor.setSteps(`Neutral: ${from}`, 'light', {
            ...light,
            neutral: from === 'gains' ? { from, red: 1, green: 1, blue: 1 } : { from },
          })
        }
      />
      {neutral.from === 'gains' &&
        (['red', 'green', 'blue'] as const).map((channel) => (
          <NumberSetting
            key={channel}
            label={`Gain of ${channel}`}
            hint="A factor in linear light, from 0.25 to 4."
            unit="×"
            min={0.25}
            max={4}
            step={0.001}
            value={neutral[channel]}
            commit={(value) =>
              editor.setSteps(`Gain of ${channel} ${value ?? 1}`, 'light', {
                ...light,
                neutral: { ...neutral, [channel]: value ?? 1 },
              })
            }
          />
        ))}
      <SwitchSetting
        label="Automatic tone"
        hint={hintOf(LightSettings.shape.autoTone)}
        value={light.autoTone}
        commit={(autoTone) => set(`Automatic tone ${autoTone ? 'on' : 'off'}`, { autoTone })}
      />
      {SLIDERS.map((slider) => (
        <NumberSetting
          key={slider.key}
          label={slider.label}
          hint={hintOf(LightSettings.shape[slider.key])}
          unit={slider.unit}
          min={slider.min}
          max={slider.max}
          step={slider.step}
          value={light[slider.key]}
          commit={(value) => set(describeSlider(slider, value ?? 0), { [slider.key]: value ?? 0 })}
        />
      ))}
      <ChoiceSetting
        label="Look"
        hint={hintOf(LightSettings.shape.look)}
        value={look.from === 'own' ? look.id : look.from}
        options={[
          { value: 'none', words: 'none' },
          ...LOOK_IDS.map((id) => ({ value: id, words: `${LOOKS[id].name}: ${LOOKS[id].words}` })),
          ...(look.from === 'cube' ? [{ value: 'cube' as const, words: look.name }] : []),
        ]}
        commit={(id) => {
          if (id === 'cube') return
          set(id === 'none' ? 'No look' : `Look ${LOOKS[id].name}`, {
            look: id === 'none' ? { from: 'none' } : { from: 'own', id, strengthPct: 100 },
          })
        }}
      />
      {look.from !== 'none' && (
        <NumberSetting
          label="Strength of the look"
          hint="How much of the look is laid over the picture."
          unit="%"
          min={0}
          max={100}
          value={look.strengthPct}
          commit={(value) =>
            set(`Look at ${value ?? 100} %`, { look: { ...look, strengthPct: value ?? 100 } })
          }
        />
      )}
    </>
  )
}

export function CutPanel({ editor }: PanelProps) {
  return (
    <ChoiceSetting
      label="Method"
      hint="Automatic separates the product from its backdrop; off keeps the photograph whole."
      value={editor.brief.steps.cut.method}
      options={[
        { value: 'automatic', words: 'automatic' },
        { value: 'off', words: 'off' },
      ]}
      commit={(method) => editor.setSteps(`Cut: ${method}`, 'cut', { method })}
    />
  )
}

export function GroundPanel({ editor }: PanelProps) {
  const ground = editor.brief.steps.ground
  return (
    <>
      <ChoiceSetting
        label="Ground"
        hint="What the product stands on. JPEG has no transparency: it is white there."
        value={ground.kind}
        options={[
          { value: 'colour', words: 'a plain colour' },
          { value: 'transparent', words: 'transparent' },
          { value: 'original', words: 'the photographed backdrop' },
        ]}
        commit={(kind) =>
          editor.setSteps(
            `Ground: ${kind}`,
            'ground',
            kind === 'colour' ? { kind, colour: '#FFFFFF' } : { kind },
          )
        }
      />
      {ground.kind === 'colour' && (
        <ColourSetting
          colour={ground.colour}
          commit={(colour) =>
            editor.setSteps(`Ground ${colour}`, 'ground', { kind: 'colour', colour })
          }
        />
      )}
    </>
  )
}

function ColourSetting({ colour, commit }: { colour: string; commit: (colour: string) => void }) {
  const [draft, setDraft] = useState(colour)
  const [problem, setProblem] = useState<string | null>(null)
  const take = (text: string): void => {
    const read = HexColour.safeParse(text.trim())
    setProblem(read.success ? null : 'Colour: #RRGGBB, six hex digits')
    if (read.success && read.data !== colour) commit(read.data)
  }
  return (
    <SettingRow label="Colour" hint="In sRGB, as #RRGGBB." problem={problem}>
      <Flex gap="8px">
        <input
          type="color"
          aria-label="Choose the colour"
          value={colour}
          onChange={(event) => {
            setDraft(event.target.value.toUpperCase())
            take(event.target.value)
          }}
        />
        <Input
          aria-label="Colour"
          size="xs"
          width="104px"
          fontFamily="mono"
          value={draft}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => take(draft)}
          onKeyDown={(event) => event.key === 'Enter' && take(draft)}
        />
      </Flex>
    </SettingRow>
  )
}

export function FramePanel({ editor }: PanelProps) {
  const frame = editor.brief.steps.frame
  const [problem, setProblem] = useState<string | null>(null)
  const side = (which: 'width' | 'height') => (
    <NumberInput
      label={which === 'width' ? 'Width of the ratio' : 'Height of the ratio'}
      unit=""
      width="52px"
      min={1}
      max={100}
      value={frame.ratio[which]}
      onProblem={setProblem}
      commit={(value) =>
        editor.setSteps('Ratio', 'frame', {
          ...frame,
          ratio: { ...frame.ratio, [which]: value ?? 1 },
        })
      }
    />
  )
  return (
    <>
      <SettingRow label="Ratio" hint={hintOf(FrameSettings.shape.ratio)} problem={problem}>
        <Flex align="center" gap="8px">
          {side('width')}
          <Text>:</Text>
          {side('height')}
        </Flex>
      </SettingRow>
      <NumberSetting
        label="Fill"
        hint={hintOf(FrameSettings.shape.fillPct)}
        unit="%"
        min={10}
        max={100}
        step={0.1}
        value={frame.fillPct}
        commit={(value) =>
          editor.setSteps(`Fill ${frame.fillPct} % → ${value ?? 85} %`, 'frame', {
            ...frame,
            fillPct: value ?? 85,
          })
        }
      />
      <SwitchSetting
        label="Enlarge"
        hint={hintOf(FrameSettings.shape.enlarge)}
        value={frame.enlarge}
        commit={(enlarge) =>
          editor.setSteps(enlarge ? 'Enlarging allowed' : 'No enlarging', 'frame', {
            ...frame,
            enlarge,
          })
        }
      />
    </>
  )
}
