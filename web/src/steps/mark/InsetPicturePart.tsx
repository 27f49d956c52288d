import { NativeSelect } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import type { InsetPicture } from '@cloudbank/core/steps'
import { database } from '../../data'
import { attempt } from '../../notices'
import { FilePicker } from '../../ui'
import { bringInPicture } from '../../work/assets'
import { Field, NumberField } from './fields'
import { strings } from './strings'

interface Props {
  readonly picture: InsetPicture | null
  /** The angles from which the product was photographed. */
  readonly angles: readonly string[]
  readonly set: (picture: InsetPicture | null) => void
  /** What stands for none. */
  readonly none: string
}

const WHOLE = { x: 0, y: 0, width: 1, height: 1 }
const ANGLE = 'angle:'

/** Which picture a mark shows: a file, or the product from another angle; and which part of it. */
export function InsetPicturePart({ picture, angles, set, none }: Props) {
  const known =
    useLiveQuery(() => database.assets.filter(({ role }) => role === 'picture').toArray(), []) ?? []
  const from = picture?.from
  const value = !from ? '' : from.kind === 'file' ? from.hash : `${ANGLE}${from.angle}`
  const choose = (next: InsetPicture['from']): void =>
    set({ from: next, part: picture?.part ?? WHOLE })
  const pick = (chosen: string): void => {
    if (chosen === '') return set(null)
    if (chosen.startsWith(ANGLE))
      return choose({ kind: 'angle', angle: chosen.slice(ANGLE.length) })
    const row = known.find(({ hash }) => hash === chosen)
    if (row) choose({ kind: 'file', hash: row.hash, name: row.name })
  }
  const part = picture?.part ?? WHOLE
  const share = (field: keyof typeof WHOLE, word: string) => (
    <NumberField
      word={word}
      unit="%"
      min={field === 'x' || field === 'y' ? 0 : 1}
      max={100}
      value={part[field] * 100}
      commit={(pct) => picture && set({ ...picture, part: { ...part, [field]: pct / 100 } })}
    />
  )
  return (
    <>
      <Field word={strings.picture}>
        <NativeSelect.Root size="xs" flex="0 1 132px" minWidth="84px">
          <NativeSelect.Field
            aria-label={strings.picture}
            value={value}
            onChange={({ target }) => pick(target.value)}
          >
            <option value="">{none}</option>
            {angles.map((angle) => (
              <option key={angle} value={`${ANGLE}${angle}`}>
                {strings.angleOf(angle)}
              </option>
            ))}
            {known.map(({ hash, name }) => (
              <option key={hash} value={hash}>
                {name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field>
      <FilePicker
        label={strings.importPicture}
        accept="image/*"
        onFile={(chosen) =>
          attempt(
            bringInPicture(chosen, 'picture').then(({ hash, name }) =>
              choose({ kind: 'file', hash, name }),
            ),
            strings.pictureCouldntBeImported(chosen.name),
          )
        }
      />
      {picture && (
        <>
          {share('x', strings.partLeft)}
          {share('y', strings.partTop)}
          {share('width', strings.partWidth)}
          {share('height', strings.partHeight)}
        </>
      )}
    </>
  )
}
