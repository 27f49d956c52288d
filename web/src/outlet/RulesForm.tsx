import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { FORMATS, MADE_FORMATS } from '@cloudbank/core/codec'
import { OutletRules } from '@cloudbank/core/outlets'
import { NumberInput, SettingRow, SwitchSetting } from '../ui/fields'
import { ColourInput } from './PlacementLook'
import { strings } from './strings'

interface Props {
  readonly rules: OutletRules
  readonly save: (words: string, rules: OutletRules) => void
}

/** The rules that are one number, with their ranges. */
const NUMBERS = [
  { field: 'leastShorterPx', label: strings.shorterSideMinimum, unit: 'px', max: 20_000, scale: 1 },
  { field: 'mostLongerPx', label: strings.longerSideMaximum, unit: 'px', max: 20_000, scale: 1 },
  { field: 'limitBytes', label: strings.fileSizeMaximum, unit: 'KB', max: 50_000, scale: 1000 },
  { field: 'leastFillPct', label: strings.productFillsMinimum, unit: '%', max: 100, scale: 1 },
  { field: 'mostFillPct', label: strings.productFillsMaximum, unit: '%', max: 100, scale: 1 },
  { field: 'mostPictures', label: strings.picturesPerProductMaximum, unit: '', max: 200, scale: 1 },
] as const

const hint = (field: keyof OutletRules): string => OutletRules.shape[field].description ?? ''

/** What an outlet takes: a row a rule; an empty one asks nothing. */
export function RulesForm({ rules, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  const set = (words: string, change: Partial<OutletRules>): void =>
    save(words, { ...rules, ...change })
  const { ratio } = rules
  const side = (which: 'width' | 'height', label: string) => (
    <NumberInput
      label={label}
      unit=""
      width="60px"
      min={1}
      max={2000}
      optional
      value={ratio?.[which] ?? null}
      onProblem={setProblem}
      commit={(value) =>
        set('Ratio', {
          ratio: value === null ? null : { width: 1, height: 1, ...ratio, [which]: value },
        })
      }
    />
  )
  return (
    <>
      {NUMBERS.map(({ field, label, unit, max, scale }) => (
        <SettingRow key={field} label={label} hint={hint(field)}>
          <NumberInput
            label={label}
            unit={unit}
            min={1}
            max={max}
            optional
            value={rules[field] === null ? null : rules[field] / scale}
            onProblem={setProblem}
            commit={(value) =>
              set(`${label} ${value ?? 'open'}`, { [field]: value === null ? null : value * scale })
            }
          />
        </SettingRow>
      ))}
      <SettingRow label={strings.ratioLabel} hint={hint('ratio')} problem={problem}>
        <Flex align="center" gap="8px">
          {side('width', strings.widthOfOutletsRatio)}
          <Text>:</Text>
          {side('height', strings.heightOfOutletsRatio)}
        </Flex>
      </SettingRow>
      <SettingRow label={strings.formats} hint={hint('formats')}>
        <Flex gap="14px">
          {MADE_FORMATS.map((format) => (
            <label key={format}>
              <input
                type="checkbox"
                checked={rules.formats.includes(format)}
                onChange={({ target: { checked } }) =>
                  set(`${FORMATS[format].word} ${checked ? 'taken' : 'not accepted'}`, {
                    formats: MADE_FORMATS.filter((known) =>
                      known === format ? checked : rules.formats.includes(known),
                    ),
                  })
                }
              />{' '}
              {FORMATS[format].word}
            </label>
          ))}
        </Flex>
      </SettingRow>
      <SettingRow label={strings.border} hint={hint('backdrop')}>
        <BorderChoice
          label={strings.theBorder}
          value={rules.backdrop}
          onProblem={setProblem}
          commit={(words, backdrop) => set(words, { backdrop })}
        />
      </SettingRow>
      <SettingRow label={strings.borderOfCovers} hint={hint('coverBackdrop')}>
        <BorderChoice
          label={strings.theBorderOfCovers}
          value={rules.coverBackdrop}
          onProblem={setProblem}
          commit={(words, coverBackdrop) => set(words, { coverBackdrop })}
        />
      </SettingRow>
      <SwitchSetting
        label={strings.colourProfile}
        hint={hint('needsProfile')}
        value={rules.needsProfile}
        commit={(needsProfile) => set('Colour profile', { needsProfile })}
      />
      <SettingRow label={strings.wordsInFiles} hint={hint('fileWords')}>
        <NativeSelect.Root size="xs" width="190px">
          <NativeSelect.Field
            aria-label={strings.wordsInFiles}
            value={rules.fileWords}
            onChange={({ target: { value } }) =>
              set('Words in files', { fileWords: OutletRules.shape.fileWords.parse(value) })
            }
          >
            <option value="any">{strings.anything}</option>
            <option value="none">{strings.nothingAtAll}</option>
            <option value="credit">{strings.atLeastCredit}</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </SettingRow>
      <SwitchSetting
        label={strings.descriptions}
        hint={hint('needsAltText')}
        value={rules.needsAltText}
        commit={(needsAltText) => set('Descriptions', { needsAltText })}
      />
    </>
  )
}

type Border = OutletRules['backdrop']

interface BorderProps {
  /** What is asked about, for those who hear it read. */
  readonly label: string
  readonly value: Border
  readonly onProblem: (problem: string | null) => void
  readonly commit: (words: string, border: Border) => void
}

const BORDERS: Readonly<Record<string, Border>> = {
  colour: { kind: 'colour', colour: '#FFFFFF', tolerance: 1 },
  transparent: { kind: 'transparent' },
}

/** What a border must be: anything, a colour within a tolerance, or nothing at all. */
function BorderChoice({ label, value, onProblem, commit }: BorderProps) {
  const words = label.replace(/^the b/, 'B')
  return (
    <Flex align="center" gap="10px" wrap="wrap">
      <NativeSelect.Root size="xs" width="130px">
        <NativeSelect.Field
          aria-label={strings.whatMustBe(label)}
          value={value?.kind ?? 'any'}
          onChange={({ target }) => commit(words, BORDERS[target.value] ?? null)}
        >
          <option value="any">{strings.anything}</option>
          <option value="colour">{strings.colour}</option>
          <option value="transparent">{strings.transparent}</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {value?.kind === 'colour' && (
        <>
          <ColourInput
            label={strings.colourOf(label)}
            value={value.colour}
            commit={(colour) => commit(`${words} ${colour}`, { ...value, colour })}
          />
          <NumberInput
            label={strings.toleranceOf(label)}
            unit="ΔE"
            width="56px"
            min={0}
            max={20}
            step={0.1}
            value={value.tolerance}
            onProblem={onProblem}
            commit={(tolerance) => tolerance !== null && commit(words, { ...value, tolerance })}
          />
        </>
      )}
    </Flex>
  )
}
