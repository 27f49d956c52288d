import { Flex, Input, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Placement } from '@cloudbank/core/outlets'
import { HexColour } from '@cloudbank/core/raster'
import { BehindSetting } from '@cloudbank/core/steps'
import { BehindControl, coloursOf } from '../ground'
import { NumberInput } from '../ui/fields'
import { strings } from './strings'

interface Props {
  readonly placement: Placement
  readonly onProblem: (problem: string | null) => void
  readonly save: (words: string, changes: Placement['changes']) => void
}

const WHITE = { kind: 'colour', colour: '#FFFFFF' } as const

/** How a placement's pictures look where that is not as the brief has it: ratio, fill, backdrop, leave to enlarge. */
export function PlacementLook({ placement, onProblem, save }: Props) {
  const { frame = {}, ground = {} } = placement.changes
  const ratio = frame.ratio as { width: number; height: number } | undefined // of its schema
  const behind = BehindSetting.safeParse(ground.behind).data
  const change = (words: string, step: 'frame' | 'ground', field: string, value: unknown): void => {
    const others = Object.entries(placement.changes[step] ?? {}).filter(([name]) => name !== field)
    const fields = value === undefined ? others : [...others, [field, value]]
    const changes = { ...placement.changes, [step]: Object.fromEntries(fields) as never } // JSON of its schema
    save(`${placement.name}: ${words}`, changes)
  }
  const side = (which: 'width' | 'height', label: string) => (
    <NumberInput
      label={strings.ofRatioOf(label, placement.name)}
      unit=""
      width="52px"
      min={1}
      max={2000}
      value={ratio?.[which] ?? null}
      optional
      onProblem={onProblem}
      commit={(value) => {
        const next = value === null ? undefined : { width: 1, height: 1, ...ratio, [which]: value }
        change(
          next ? strings.ratio(next.width, next.height) : strings.ratioAsInBrief,
          'frame',
          'ratio',
          next,
        )
      }}
    />
  )
  return (
    <Flex align="center" gap="8px" wrap="wrap" fontSize="13px">
      <Text color="softInk">{strings.ratioInline}</Text>
      {side('width', strings.width)}
      <Text>:</Text>
      {side('height', strings.height)}
      <Text color="softInk" marginLeft="10px">
        {strings.fill}
      </Text>
      <NumberInput
        label={strings.fillOf(placement.name)}
        unit="%"
        width="56px"
        min={10}
        max={100}
        step={0.1}
        optional
        value={(frame.fillPct as number | undefined) ?? null}
        onProblem={onProblem}
        commit={(value) =>
          change(`fill ${value ?? strings.asInBrief}`, 'frame', 'fillPct', value ?? undefined)
        }
      />
      <Text color="softInk" marginLeft="10px">
        {strings.backdrop}
      </Text>
      <NativeSelect.Root size="xs" width="110px">
        <NativeSelect.Field
          aria-label={strings.backdropOf(placement.name)}
          value={behind ? 'own' : 'brief'}
          onChange={({ target: { value } }) =>
            change(
              value === 'own' ? strings.backdropOfItsOwn : strings.backdropAsInBrief,
              'ground',
              'behind',
              value === 'own' ? WHITE : undefined,
            )
          }
        >
          <option value="brief">{strings.asBrief}</option>
          <option value="own">{strings.itsOwn}</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {behind && (
        <BehindControl
          behind={behind}
          palette={coloursOf([behind])}
          frame={null}
          onChange={(words, next) => change(words, 'ground', 'behind', next)}
        />
      )}
      <label>
        <input
          type="checkbox"
          checked={frame.enlarge === true}
          onChange={({ target: { checked } }) =>
            change(
              checked ? strings.enlargingAllowed : strings.noEnlarging,
              'frame',
              'enlarge',
              checked ? true : undefined,
            )
          }
        />{' '}
        {strings.mayEnlarge}
      </label>
    </Flex>
  )
}

/** A colour in hex, taken when it is whole. */
export function ColourInput(props: {
  readonly label: string
  readonly value: string
  readonly commit: (colour: string) => void
}) {
  const { label, value, commit } = props
  const [draft, setDraft] = useState<string | null>(null)
  const take = (): void => {
    const read = HexColour.safeParse(draft)
    setDraft(null)
    if (read.success && read.data !== value) commit(read.data)
  }
  return (
    <Flex display="inline-flex" align="center" gap="6px" verticalAlign="middle">
      <span
        aria-hidden
        style={{
          width: 20,
          height: 20,
          background: value,
          border: '1px solid var(--chakra-colors-edge)',
        }}
      />
      <Input
        aria-label={label}
        size="xs"
        width="84px"
        fontFamily="mono"
        value={draft ?? value}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </Flex>
  )
}
