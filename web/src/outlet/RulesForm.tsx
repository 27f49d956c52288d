import { Box, chakra, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { FORMATS, MADE_FORMATS } from '@cloudbank/core/codec'
import { OutletRules } from '@cloudbank/core/outlets'
import { rangeOf } from '@cloudbank/core/steps'
import { BlankBox, BlankChoice } from '../ui/blanks'
import { NumberInput } from '../ui/fields'
import { BorderBlank } from './BorderBlank'
import { strings } from './strings'

interface Props {
  readonly rules: OutletRules
  readonly save: (words: string, rules: OutletRules) => void
}

/** The rules that are one number; bytes are said in KB. */
const NUMBERS = {
  mostPictures: { label: strings.picturesPerProductMaximum, unit: 'pictures', scale: 1 },
  leastShorterPx: { label: strings.shorterSideMinimum, unit: 'px', scale: 1 },
  mostLongerPx: { label: strings.longerSideMaximum, unit: 'px', scale: 1 },
  limitBytes: { label: strings.fileSizeMaximum, unit: 'KB', scale: 1000 },
  leastFillPct: { label: strings.productFillsMinimum, unit: '%', scale: 1 },
  mostFillPct: { label: strings.productFillsMaximum, unit: '%', scale: 1 },
} as const

/** What an outlet accepts, as sentences with blanks; an empty blank asks nothing. */
export function RulesForm({ rules, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  const set = (words: string, change: Partial<OutletRules>): void =>
    save(words, { ...rules, ...change })
  const number = (field: keyof typeof NUMBERS) => {
    const { label, unit, scale } = NUMBERS[field]
    const { min, max } = rangeOf(OutletRules.shape[field])
    return (
      <NumberInput
        label={label}
        unit={unit === 'pictures' && rules.mostPictures === 1 ? 'picture' : unit}
        min={min / scale}
        max={max / scale}
        step={scale === 1 ? 1 : 0.1}
        optional
        blank={field === 'mostPictures' ? strings.anyNumberOfPictures : strings.any}
        value={rules[field] === null ? null : rules[field] / scale}
        onProblem={setProblem}
        commit={(value) =>
          set(`${label} ${value ?? 'open'}`, {
            [field]: value === null ? null : Math.round(value * scale),
          })
        }
      />
    )
  }
  const { ratio } = rules
  const side = (which: 'width' | 'height', label: string) => (
    <NumberInput
      label={label}
      unit=""
      min={1}
      max={2000}
      optional
      blank={strings.any}
      value={ratio?.[which] ?? null}
      onProblem={setProblem}
      commit={(value) =>
        set('Ratio', {
          ratio: value === null ? null : { width: 1, height: 1, ...ratio, [which]: value },
        })
      }
    />
  )
  const yesOrNo = (field: 'needsProfile' | 'needsAltText', label: string) => (
    <BlankChoice
      label={label}
      value={rules[field] ? 'yes' : 'no'}
      isEmpty={!rules[field]}
      options={[
        { value: 'yes', words: strings.required },
        { value: 'no', words: strings.optional },
      ]}
      commit={(value) => set(label, { [field]: value === 'yes' })}
    />
  )
  return (
    <Box fontSize="16px" lineHeight="36px" maxWidth="720px">
      <p>
        {strings.atMostLabel} {number('mostPictures')} {strings.perProduct}{' '}
        <Formats {...{ rules, set }} />, {strings.withShorterSide} {number('leastShorterPx')}{' '}
        {strings.andLongerSide} {number('mostLongerPx')}, {strings.inRatio}{' '}
        {side('width', strings.widthOfOutletsRatio)} :{' '}
        {side('height', strings.heightOfOutletsRatio)}, {strings.noHeavierThan}{' '}
        {number('limitBytes')}.
      </p>
      <p>
        {strings.theBorderIs}{' '}
        <BorderBlank
          label={strings.theBorder}
          value={rules.backdrop}
          onProblem={setProblem}
          commit={(words, backdrop) => set(words, { backdrop })}
        />
        {strings.onCovers}{' '}
        <BorderBlank
          label={strings.theBorderOfCovers}
          none={strings.theSame}
          value={rules.coverBackdrop}
          onProblem={setProblem}
          commit={(words, coverBackdrop) => set(words, { coverBackdrop })}
        />
        . {strings.theProductFillsAtLeast} {number('leastFillPct')} {strings.andAtMost}{' '}
        {number('mostFillPct')} {strings.ofItsTighterSide}
      </p>
      <p>
        {strings.aColourProfileIs} {yesOrNo('needsProfile', strings.colourProfile)}
        {strings.aDescriptionIs} {yesOrNo('needsAltText', strings.descriptions)}
        {strings.writtenIntoFiles}{' '}
        <BlankChoice
          label={strings.wordsInFiles}
          value={rules.fileWords}
          isEmpty={rules.fileWords === 'any'}
          options={[
            { value: 'any', words: strings.anything },
            { value: 'none', words: strings.nothingAtAll },
            { value: 'credit', words: strings.atLeastCredit },
          ]}
          commit={(fileWords) => set('Words in files', { fileWords })}
        />
        . {strings.marksAre}{' '}
        <BlankChoice
          label={strings.marks}
          value={rules.marks}
          isEmpty={rules.marks === 'allowed'}
          options={[
            { value: 'allowed', words: strings.allowed },
            { value: 'not-on-covers', words: strings.notAllowedOnCovers },
            { value: 'none', words: strings.notAllowed },
          ]}
          commit={(marks) => set(strings.marks, { marks })}
        />
        .
      </p>
      {problem !== null && (
        <Text role="alert" fontSize="12px" fontWeight="600" lineHeight="18px">
          {problem}
        </Text>
      )}
    </Box>
  )
}

interface FormatProps {
  readonly rules: OutletRules
  readonly set: (words: string, change: Partial<OutletRules>) => void
}

/** The formats that are accepted, as words that are switched; any where none is. */
function Formats({ rules, set }: FormatProps) {
  return (
    <BlankBox role="group" aria-label={strings.formats} data-empty={rules.formats.length === 0}>
      {MADE_FORMATS.map((format) => {
        const isTaken = rules.formats.includes(format)
        return (
          <FormatWord
            key={format}
            type="button"
            aria-pressed={isTaken}
            onClick={() =>
              set(`${FORMATS[format].word} ${isTaken ? 'not accepted' : 'accepted'}`, {
                formats: MADE_FORMATS.filter((known) =>
                  known === format ? !isTaken : rules.formats.includes(known),
                ),
              })
            }
          >
            {FORMATS[format].word}
          </FormatWord>
        )
      })}
    </BlankBox>
  )
}

const FormatWord = chakra('button', {
  base: {
    paddingX: '4px',
    cursor: 'pointer',
    fontWeight: 400,
    color: 'softInk',
    '&[aria-pressed=true]': { fontWeight: 700, color: 'ink' },
  },
})
