import type { OutletRules } from '@cloudbank/core/outlets'
import { BlankChoice } from '../ui/blanks'
import { NumberInput } from '../ui/fields'
import { ColourInput } from './ColourInput'
import { strings } from './strings'

type Border = OutletRules['backdrop']
type Kind = NonNullable<Border>['kind'] | 'any'

interface Props {
  /** What is asked about, for those who hear it read. */
  readonly label: string
  /** What nothing asked is called. */
  readonly none?: string
  readonly value: Border
  readonly onProblem: (problem: string | null) => void
  readonly commit: (words: string, border: Border) => void
}

const BORDERS: Readonly<Record<Kind, Border>> = {
  any: null,
  colour: { kind: 'colour', colour: '#FFFFFF', tolerance: 1 },
  transparent: { kind: 'transparent' },
}

/** What a border must be, as blanks: anything, a colour within a tolerance, or nothing at all. */
export function BorderBlank({ label, none = strings.anything, value, onProblem, commit }: Props) {
  const words = label.replace(/^the b/, 'B')
  return (
    <>
      <BlankChoice<Kind>
        label={strings.whatMustBe(label)}
        value={value?.kind ?? 'any'}
        isEmpty={value === null}
        options={[
          { value: 'any', words: none },
          { value: 'colour', words: strings.colour },
          { value: 'transparent', words: strings.transparent },
        ]}
        commit={(kind) => commit(words, BORDERS[kind])}
      />
      {value?.kind === 'colour' && (
        <>
          {' '}
          <ColourInput
            label={strings.colourOf(label)}
            value={value.colour}
            commit={(colour) => commit(`${words} ${colour}`, { ...value, colour })}
          />{' '}
          {strings.within}{' '}
          <NumberInput
            label={strings.toleranceOf(label)}
            unit="ΔE"
            min={0}
            max={20}
            step={0.1}
            blank={strings.any}
            value={value.tolerance}
            onProblem={onProblem}
            commit={(tolerance) => tolerance !== null && commit(words, { ...value, tolerance })}
          />
        </>
      )}
    </>
  )
}
