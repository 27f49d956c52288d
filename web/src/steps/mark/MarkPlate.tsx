import { HexColour } from '@cloudbank/core/raster'
import type { Plate } from '@cloudbank/core/steps'
import { ChoiceField, ColourRow, NumberField, SwitchField } from './fields'
import { strings } from './strings'

const SHAPES = [
  { value: 'none', words: strings.noPlate },
  { value: 'rectangle', words: strings.rectangle },
  { value: 'rounded', words: strings.rounded },
  { value: 'ellipse', words: strings.ellipse },
  { value: 'strip', words: strings.strip },
] as const

interface Props {
  readonly plate: Plate
  /** What it is to a mark: under its text, under a caption, or the mark itself. */
  readonly under: 'label' | 'caption' | 'nothing'
  readonly set: (change: Partial<Plate>) => void
}

/** What lies under text, or is a shape by itself. */
export function MarkPlate({ plate, under, set }: Props) {
  const shapes = SHAPES.filter(
    ({ value }) =>
      (value !== 'strip' || under === 'label') && (value !== 'none' || under !== 'nothing'),
  )
  return (
    <>
      <ChoiceField
        word={strings.plateShape}
        value={plate.shape}
        options={shapes}
        commit={(shape) => set({ shape })}
      />
      {plate.shape !== 'none' && (
        <>
          <ColourRow
            word={strings.plateColour}
            colour={plate.colour}
            commit={(colour) => set({ colour: HexColour.parse(colour) })}
          />
          <NumberField
            word={strings.opacity}
            unit="%"
            min={0}
            max={100}
            value={plate.opacityPct}
            commit={(opacityPct) => set({ opacityPct })}
          />
          {under !== 'nothing' && (
            <NumberField
              word={strings.padding}
              unit="%"
              min={0}
              max={300}
              value={plate.padPct}
              commit={(padPct) => set({ padPct })}
            />
          )}
          {plate.shape !== 'strip' && (
            <LineFields line={plate.line} set={(line) => set({ line })} />
          )}
        </>
      )}
    </>
  )
}

interface LineProps {
  readonly line: Plate['line']
  readonly set: (line: Plate['line']) => void
}

/** A border: whether, its colour and its width. */
export function LineFields({ line, set }: LineProps) {
  return (
    <>
      <SwitchField
        word={strings.border}
        value={line !== null}
        commit={(on) => set(on ? { colour: '#1A1A1A', widthPct: 0.3 } : null)}
      />
      {line && (
        <>
          <ColourRow
            word={strings.borderColour}
            colour={line.colour}
            commit={(colour) => set({ ...line, colour: HexColour.parse(colour) })}
          />
          <NumberField
            word={strings.borderWidth}
            unit="%"
            min={0.02}
            max={5}
            value={line.widthPct}
            commit={(widthPct) => set({ ...line, widthPct })}
          />
        </>
      )}
    </>
  )
}
