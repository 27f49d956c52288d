import { Box, Flex, Input, NativeSelect } from '@chakra-ui/react'
import { useState } from 'react'
import { MADE_FORMATS } from '@cloudbank/core/codec'
import { NamePattern } from '@cloudbank/core/names'
import { Placement } from '@cloudbank/core/outlets'
import { formatWord, rangeOf } from '@cloudbank/core/steps'
import { Action } from '../ui'
import { NumberInput } from '../ui/fields'
import { Field, Fields } from './Fields'
import { strings } from './strings'

const CHOICES: readonly Placement['format'][] = [...MADE_FORMATS, 'auto']

/** What a file may weigh, in bytes. */
const LIMIT = rangeOf(Placement.shape.limitBytes)

interface Props {
  readonly placement: Placement
  readonly onChange: (change: Partial<Placement>) => void
  /** Takes it off; null where it is the only one. */
  readonly onRemove: (() => void) | null
  /** Told what is wrong with what was typed; null when nothing is. */
  readonly onProblem: (problem: string | null) => void
}

/** The file that is made of each shot for one placement. */
export function PlacementRow({ placement, onChange, onRemove, onProblem }: Props) {
  return (
    <Box
      role="group"
      aria-label={placement.name}
      paddingY="10px"
      borderTopWidth="1px"
      borderColor="hairline"
    >
      <Fields>
        <Field word={strings.placementLabel}>
          <NameInput name={placement.name} commit={(name) => onChange({ name })} />
        </Field>
        <Field word={strings.longerSide}>
          <NumberInput
            label={strings.longerSide}
            unit="px"
            {...rangeOf(Placement.shape.longSidePx)}
            value={placement.longSidePx}
            onProblem={onProblem}
            commit={(px) => px !== null && onChange({ longSidePx: px })}
          />
        </Field>
        <Field word={strings.format}>
          <NativeSelect.Root size="xs" width="92px">
            <NativeSelect.Field
              aria-label={strings.format}
              value={placement.format}
              onChange={(event) => {
                const format = CHOICES.find((known) => known === event.target.value)
                if (format) onChange({ format })
              }}
            >
              {CHOICES.map((format) => (
                <option key={format} value={format}>
                  {formatWord(format)}
                </option>
              ))}
            </NativeSelect.Field>
            <NativeSelect.Indicator />
          </NativeSelect.Root>
        </Field>
        <Field word={strings.limit}>
          <NumberInput
            label={strings.limit}
            unit="KB"
            width="72px"
            min={LIMIT.min / 1000}
            max={LIMIT.max / 1000}
            optional
            value={placement.limitBytes === null ? null : placement.limitBytes / 1000}
            onProblem={onProblem}
            commit={(kb) => onChange({ limitBytes: kb === null ? null : kb * 1000 })}
          />
        </Field>
      </Fields>
      <Fields>
        <Field word={strings.quality}>
          <NumberInput
            label={strings.quality}
            unit="%"
            width="56px"
            {...rangeOf(Placement.shape.qualityPct)}
            value={placement.qualityPct}
            onProblem={onProblem}
            commit={(pct) => pct !== null && onChange({ qualityPct: pct })}
          />
        </Field>
        <Field word={strings.minimum}>
          <NumberInput
            label={strings.minimumQuality}
            unit="%"
            width="56px"
            {...rangeOf(Placement.shape.leastQualityPct)}
            value={placement.leastQualityPct}
            onProblem={onProblem}
            commit={(pct) => pct !== null && onChange({ leastQualityPct: pct })}
          />
        </Field>
        <Field word={strings.even}>
          <Flex height="32px" align="center">
            <input
              type="checkbox"
              aria-label={strings.weighsEven(placement.name)}
              disabled={placement.limitBytes === null}
              checked={placement.weighsAlike}
              onChange={({ target }) => onChange({ weighsAlike: target.checked })}
            />
          </Flex>
        </Field>
        <Field word={strings.likeness}>
          <NumberInput
            label={strings.likeness}
            unit=""
            width="60px"
            {...rangeOf(Placement.shape.likeness)}
            step={0.001}
            optional
            value={placement.likeness}
            onProblem={onProblem}
            commit={(likeness) => onChange({ likeness })}
          />
        </Field>
        <Field word={strings.density}>
          <NumberInput
            label={strings.density}
            unit="dpi"
            width="56px"
            {...rangeOf(Placement.shape.dpi)}
            optional
            value={placement.dpi}
            onProblem={onProblem}
            commit={(dpi) => onChange({ dpi })}
          />
        </Field>
        <Field word={strings.fileNames}>
          <FileNamesInput
            pattern={placement.fileNames}
            commit={(fileNames) => onChange({ fileNames })}
            onProblem={onProblem}
          />
        </Field>
        <Box marginLeft="auto">
          <Action look="quiet" disabled={!onRemove} onClick={() => onRemove?.()}>
            {strings.remove}
          </Action>
        </Box>
      </Fields>
    </Box>
  )
}

interface FileNamesProps {
  readonly pattern: string | null
  readonly commit: (pattern: string | null) => void
  readonly onProblem: (problem: string | null) => void
}

/** A pattern of file names for this placement alone; empty, it takes the outlet’s or the brief’s. */
function FileNamesInput({ pattern, commit, onProblem }: FileNamesProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const take = (): void => {
    if (draft === null) return
    const read = NamePattern.safeParse(draft)
    onProblem(read.success ? null : (read.error.issues[0]?.message ?? ''))
    if (!read.success) return
    setDraft(null)
    const next = draft.trim() === '' ? null : draft
    if (next !== pattern) commit(next)
  }
  return (
    <Input
      aria-label={strings.fileNamesOfPlacement}
      size="xs"
      width="150px"
      fontFamily="mono"
      placeholder={strings.asTheBrief}
      value={draft ?? pattern ?? ''}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}

function NameInput({ name, commit }: { name: string; commit: (name: string) => void }) {
  const [draft, setDraft] = useState(name)
  const take = (): void => {
    const next = draft.trim().slice(0, 60)
    if (next === '') setDraft(name)
    else if (next !== name) commit(next)
  }
  return (
    <Input
      aria-label={strings.nameOfPlacement}
      size="xs"
      width="130px"
      value={draft}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}
