import { Box, chakra, Flex, Input, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { MADE_FORMATS } from '@cloudbank/core/codec'
import { Placement } from '@cloudbank/core/outlets'
import { formatWord, rangeOf } from '@cloudbank/core/steps'
import { Action } from '../ui'
import { NumberInput } from '../ui/fields'

const CHOICES: readonly Placement['format'][] = [...MADE_FORMATS, 'auto']

/** What a file may weigh, in bytes. */
const LIMIT = rangeOf(Placement.shape.limitBytes)

const Head = chakra('th', {
  base: {
    textAlign: 'left',
    fontWeight: 600,
    fontSize: '12px',
    color: 'softInk',
    paddingY: '6px',
    paddingRight: '14px',
  },
})
const Cell = chakra('td', {
  base: {
    paddingY: '6px',
    paddingRight: '14px',
    borderTopWidth: '1px',
    borderColor: 'hairline',
    verticalAlign: 'middle',
  },
})

interface Props {
  /** How many there may be. */
  readonly max: number
  readonly placements: readonly Placement[]
  readonly save: (words: string, next: readonly Placement[]) => void
}

/** The files that are made of each shot: one row a placement. */
export function PlacementTable({ max, placements, save }: Props) {
  const [problem, setProblem] = useState<string | null>(null)
  const replace = (index: number, change: Partial<Placement>): void =>
    save(
      `Placement ${placements[index]?.name ?? ''}`,
      placements.map((placement, i) => (i === index ? { ...placement, ...change } : placement)),
    )
  return (
    <Box>
      <chakra.table width="100%" borderCollapse="collapse">
        <thead>
          <tr>
            {[
              'Placement',
              'Longer side',
              'Format',
              'Quality',
              'Minimum',
              'Limit',
              'Even',
              'Likeness',
              'Density',
            ].map((word) => (
              <Head key={word}>{word}</Head>
            ))}
            <td />
          </tr>
        </thead>
        <tbody>
          {placements.map((placement, index) => (
            <tr key={placement.id}>
              <Cell>
                <NameInput name={placement.name} commit={(name) => replace(index, { name })} />
              </Cell>
              <Cell>
                <NumberInput
                  label="Longer side"
                  unit="px"
                  {...rangeOf(Placement.shape.longSidePx)}
                  value={placement.longSidePx}
                  onProblem={setProblem}
                  commit={(px) => px !== null && replace(index, { longSidePx: px })}
                />
              </Cell>
              <Cell>
                <NativeSelect.Root size="xs" width="92px">
                  <NativeSelect.Field
                    aria-label="Format"
                    value={placement.format}
                    onChange={(event) => {
                      const format = CHOICES.find((known) => known === event.target.value)
                      if (format) replace(index, { format })
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
              </Cell>
              <Cell>
                <NumberInput
                  label="Quality"
                  unit="%"
                  width="56px"
                  {...rangeOf(Placement.shape.qualityPct)}
                  value={placement.qualityPct}
                  onProblem={setProblem}
                  commit={(pct) => pct !== null && replace(index, { qualityPct: pct })}
                />
              </Cell>
              <Cell>
                <NumberInput
                  label="Least quality"
                  unit="%"
                  width="56px"
                  {...rangeOf(Placement.shape.leastQualityPct)}
                  value={placement.leastQualityPct}
                  onProblem={setProblem}
                  commit={(pct) => pct !== null && replace(index, { leastQualityPct: pct })}
                />
              </Cell>
              <Cell>
                <NumberInput
                  label="Limit"
                  unit="KB"
                  width="72px"
                  min={LIMIT.min / 1000}
                  max={LIMIT.max / 1000}
                  optional
                  value={placement.limitBytes === null ? null : placement.limitBytes / 1000}
                  onProblem={setProblem}
                  commit={(kb) => replace(index, { limitBytes: kb === null ? null : kb * 1000 })}
                />
              </Cell>
              <Cell>
                <input
                  type="checkbox"
                  aria-label={`${placement.name} weighs even`}
                  disabled={placement.limitBytes === null}
                  checked={placement.weighsAlike}
                  onChange={({ target }) => replace(index, { weighsAlike: target.checked })}
                />
              </Cell>
              <Cell>
                <NumberInput
                  label="Likeness"
                  unit=""
                  width="60px"
                  {...rangeOf(Placement.shape.likeness)}
                  step={0.001}
                  optional
                  value={placement.likeness}
                  onProblem={setProblem}
                  commit={(likeness) => replace(index, { likeness })}
                />
              </Cell>
              <Cell>
                <NumberInput
                  label="Density"
                  unit="dpi"
                  width="56px"
                  {...rangeOf(Placement.shape.dpi)}
                  optional
                  value={placement.dpi}
                  onProblem={setProblem}
                  commit={(dpi) => replace(index, { dpi })}
                />
              </Cell>
              <Cell textAlign="right">
                <Action
                  look="quiet"
                  disabled={placements.length === 1}
                  onClick={() =>
                    save(
                      `Placement ${placement.name} removed`,
                      placements.filter((_, i) => i !== index),
                    )
                  }
                >
                  Remove
                </Action>
              </Cell>
            </tr>
          ))}
        </tbody>
      </chakra.table>
      {problem && (
        <Text role="alert" fontSize="12px" fontWeight="600" marginTop="6px">
          {problem}
        </Text>
      )}
      <Flex justify="space-between" align="baseline" marginTop="10px" gap="16px">
        <Text color="softInk" fontSize="12px">
          Quality is lowered as far as the limit requires, or as far as the file still looks the
          same if a likeness is set (structural similarity; 0.98 and above is indistinguishable),
          but never below the minimum. “Even” raises it until each file is just under the limit. A
          picture that is still too large is made anyway, with a finding. PNG has no quality
          setting.
        </Text>
        <Action
          disabled={placements.length >= max}
          onClick={() => save('Placement added', [...placements, freshPlacement(placements)])}
        >
          Add a placement
        </Action>
      </Flex>
    </Box>
  )
}

function freshPlacement(placements: readonly Placement[]): Placement {
  let n = placements.length + 1
  while (placements.some(({ id }) => id === `size-${n}`)) n++
  return Placement.parse({ id: `size-${n}`, name: `size ${n}`, longSidePx: 800 })
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
      aria-label="Name of the placement"
      size="xs"
      width="130px"
      value={draft}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}
