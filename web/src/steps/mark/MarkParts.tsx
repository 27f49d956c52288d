import type { Mark, MarkChange, Plate } from '@cloudbank/core/steps'
import { MarkLook, MarkText } from './MarkWords'
import { MarkPlacing } from './MarkPlacing'
import { MarkPlate } from './MarkPlate'
import { MarkRulePart } from './MarkRulePart'
import { strings } from './strings'

interface Props {
  readonly mark: Mark
  readonly name: string
  /** The angles from which the product was photographed. */
  readonly angles: readonly string[]
  readonly placements: readonly { readonly id: string; readonly name: string }[]
  readonly edit: (change: (mark: Mark) => Mark) => void
  readonly place: (words: string, change: MarkChange) => void
}

/** One part of what a mark is, under its title. */
export interface MarkPart {
  readonly id: string
  readonly title: string
  readonly width: number
  readonly content: React.ReactNode
}

/** Everything that can be set of a mark, part by part. */
export function markParts({ mark, name, angles, placements, edit, place }: Props): MarkPart[] {
  const setPlate = (change: Partial<Plate>): void =>
    edit((one) => ('plate' in one ? { ...one, plate: { ...one.plate, ...change } } : one))
  const parts: MarkPart[] = []
  if ('look' in mark)
    parts.push({
      id: 'text',
      title: strings.text,
      width: 260,
      content: (
        <>
          <MarkText mark={mark} edit={edit} />
          <MarkLook mark={mark} edit={edit} />
        </>
      ),
    })
  if ('plate' in mark) {
    const under = mark.kind === 'label' ? 'label' : mark.kind === 'call-out' ? 'caption' : 'nothing'
    parts.push({
      id: 'plate',
      title: under === 'nothing' ? strings.shape : strings.plate,
      width: 240,
      content: <MarkPlate plate={mark.plate} under={under} set={setPlate} />,
    })
  }
  parts.push(
    {
      id: 'place',
      title: strings.place,
      width: 250,
      content: <MarkPlacing mark={mark} name={name} angles={angles} edit={edit} place={place} />,
    },
    {
      id: 'which',
      title: strings.which,
      width: 250,
      content: (
        <MarkRulePart
          rule={mark.rule}
          placements={placements}
          set={(change) => edit((one) => ({ ...one, rule: { ...one.rule, ...change } }))}
        />
      ),
    },
  )
  return parts
}
