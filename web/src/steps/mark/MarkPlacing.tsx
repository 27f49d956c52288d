import { chakra, Grid } from '@chakra-ui/react'
import { HexColour } from '@cloudbank/core/raster'
import type { Mark, MarkChange, MarkOf } from '@cloudbank/core/steps'
import { ChoiceField, ColourRow, Field, NumberField, SwitchField } from './fields'
import { InsetPicturePart } from './InsetPicturePart'
import { LineFields } from './MarkPlate'
import { strings } from './strings'

interface Props {
  readonly mark: Mark
  readonly angles: readonly string[]
  readonly edit: (change: (mark: Mark) => Mark) => void
  readonly place: (words: string, change: MarkChange) => void
  readonly name: string
}

/** Where a mark lies, how it is turned, and what its kind has besides. */
export function MarkPlacing(props: Props) {
  const { mark, edit, place, name } = props
  return (
    <>
      {mark.kind !== 'dimension' && <PlaceFields mark={mark} place={place} name={name} />}
      <NumberField
        word={strings.rotation}
        unit="°"
        min={-180}
        max={180}
        value={mark.turnDeg}
        commit={(turnDeg) => place(strings.turned(name), { turnDeg })}
      />
      <NumberField
        word={strings.opacity}
        unit="%"
        min={0}
        max={100}
        value={mark.opacityPct}
        commit={(opacityPct) => edit((one) => ({ ...one, opacityPct }))}
      />
      <SwitchField
        word={strings.overProduct}
        value={mark.overProduct}
        commit={(overProduct) => edit((one) => ({ ...one, overProduct }))}
      />
      <KindFields {...props} />
    </>
  )
}

const NINE = [0, 0.5, 1].flatMap((y) => [0, 0.5, 1].map((x) => ({ x, y })))
const ACROSS: Readonly<Record<number, string>> = { 0: 'left', 0.5: 'centre', 1: 'right' }
const DOWN: Readonly<Record<number, string>> = { 0: 'top', 0.5: 'middle', 1: 'bottom' }

/** On the frame or the product; nine places to choose from, where it is the frame. */
function PlaceFields({ mark, place, name }: Pick<Props, 'mark' | 'place' | 'name'>) {
  const at = mark.place
  const to = (next: Mark['place']): void => place(strings.moved(name), { place: next })
  return (
    <>
      <ChoiceField
        word={strings.on}
        value={at.on}
        options={[
          { value: 'frame', words: strings.theFrame },
          { value: 'product', words: strings.theProduct },
        ]}
        commit={(on) => to(on === 'frame' ? { on, x: 0, y: 0 } : { on, x: 0.5, y: 0.5 })}
      />
      {at.on === 'frame' && (
        <Field word={strings.at}>
          <Grid
            gridTemplateColumns="repeat(3, 22px)"
            gap="2px"
            role="group"
            aria-label={strings.at}
          >
            {NINE.map(({ x, y }) => (
              <NinePoint
                key={`${x} ${y}`}
                type="button"
                aria-label={`${DOWN[y]!} ${ACROSS[x]!}`}
                aria-pressed={at.x === x && at.y === y}
                onClick={() => to({ on: 'frame', x, y })}
              />
            ))}
          </Grid>
        </Field>
      )}
    </>
  )
}

const NinePoint = chakra('button', {
  base: {
    height: '16px',
    borderWidth: '1px',
    borderColor: 'softInk',
    borderRadius: '2px',
    cursor: 'pointer',
    '&[aria-pressed=true]': { background: 'ink' },
  },
})

/** What only some kinds have. */
function KindFields({ mark, angles, edit }: Props) {
  switch (mark.kind) {
    case 'call-out':
      return <CallOutFields mark={mark} edit={edit} />
    case 'dimension':
      return <DimensionFields mark={mark} edit={edit} />
    case 'shape':
      return (
        <>
          <NumberField
            word={strings.shapeWidth}
            unit="%"
            min={0.2}
            max={200}
            value={mark.widthPct}
            commit={(widthPct) => edit((one) => ({ ...one, widthPct }) as Mark)}
          />
          <NumberField
            word={strings.shapeHeight}
            unit="%"
            min={0.2}
            max={200}
            value={mark.heightPct}
            commit={(heightPct) => edit((one) => ({ ...one, heightPct }) as Mark)}
          />
        </>
      )
    case 'inset':
      return (
        <>
          <InsetPicturePart
            picture={mark.picture}
            angles={angles}
            none={strings.chooseOne}
            set={(picture) => edit((one) => ({ ...one, picture }) as Mark)}
          />
          <ChoiceField
            word={strings.plateShape}
            value={mark.shape}
            options={(['rectangle', 'rounded', 'ellipse'] as const).map((value) => ({
              value,
              words: strings[value],
            }))}
            commit={(shape) => edit((one) => ({ ...one, shape }) as Mark)}
          />
          <HeightField mark={mark} edit={edit} />
          <LineFields line={mark.line} set={(line) => edit((one) => ({ ...one, line }) as Mark)} />
        </>
      )
    case 'watermark':
      return <WatermarkFields mark={mark} angles={angles} edit={edit} />
    case 'label':
      return null
  }
}

type FieldsOf<Kind extends Mark['kind']> = Pick<Props, 'edit'> & { readonly mark: MarkOf<Kind> }

const HeightField = ({ mark, edit }: FieldsOf<'inset' | 'watermark'>) => (
  <NumberField
    word={strings.height}
    unit="%"
    min={1}
    max={100}
    value={mark.heightPct}
    commit={(heightPct) => edit((one) => ({ ...one, heightPct }) as Mark)}
  />
)

function CallOutFields({ mark, edit }: FieldsOf<'call-out'>) {
  return (
    <>
      <ChoiceField
        word={strings.tip}
        value={mark.tip}
        options={(['arrow', 'line', 'bracket', 'ring', 'number'] as const).map((value) => ({
          value,
          words: strings[value],
        }))}
        commit={(tip) => edit((one) => ({ ...one, tip }) as Mark)}
      />
      <NumberField
        word={strings.tipSize}
        unit="%"
        min={0.5}
        max={60}
        value={mark.tipPct}
        commit={(tipPct) => edit((one) => ({ ...one, tipPct }) as Mark)}
      />
      <StrokeFields mark={mark} edit={edit} />
    </>
  )
}

const StrokeFields = ({ mark, edit }: FieldsOf<'call-out' | 'dimension'>) => (
  <>
    <NumberField
      word={strings.lineWidth}
      unit="%"
      min={0.05}
      max={3}
      value={mark.linePct}
      commit={(linePct) => edit((one) => ({ ...one, linePct }) as Mark)}
    />
    <ColourRow
      word={strings.lineColour}
      colour={mark.colour}
      commit={(colour) => edit((one) => ({ ...one, colour: HexColour.parse(colour) }) as Mark)}
    />
  </>
)

const SIDES = [
  { value: 'right', words: strings.rightSide },
  { value: 'left', words: strings.leftSide },
  { value: 'top', words: strings.topSide },
  { value: 'bottom', words: strings.bottomSide },
  { value: 'points', words: strings.freePoints },
] as const

function DimensionFields({ mark, edit }: FieldsOf<'dimension'>) {
  const { along } = mark
  const set = (change: Partial<MarkOf<'dimension'>>): void =>
    edit((one) => ({ ...one, ...change }) as Mark)
  return (
    <>
      <ChoiceField
        word={strings.along}
        value={along.kind === 'points' ? 'points' : along.side}
        options={SIDES}
        commit={(side) =>
          set({
            along:
              side === 'points'
                ? { kind: 'points', from: { x: 0, y: 0.5 }, to: { x: 1, y: 0.5 } }
                : { kind: 'side', side, gapPct: along.kind === 'side' ? along.gapPct : 3 },
          })
        }
      />
      {along.kind === 'side' && (
        <NumberField
          word={strings.gap}
          unit="%"
          min={0}
          max={40}
          value={along.gapPct}
          commit={(gapPct) => set({ along: { ...along, gapPct } })}
        />
      )}
      <ChoiceField
        word={strings.ends}
        value={mark.ends}
        options={(['ticks', 'arrows', 'dots'] as const).map((value) => ({
          value,
          words: strings[value],
        }))}
        commit={(ends) => set({ ends })}
      />
      <SwitchField
        word={strings.upright}
        value={mark.upright}
        commit={(upright) => set({ upright })}
      />
      <StrokeFields mark={mark} edit={edit} />
    </>
  )
}

function WatermarkFields({ mark, angles, edit }: FieldsOf<'watermark'> & Pick<Props, 'angles'>) {
  const set = (change: Partial<MarkOf<'watermark'>>): void =>
    edit((one) => ({ ...one, ...change }) as Mark)
  return (
    <>
      <InsetPicturePart
        picture={mark.picture}
        angles={angles}
        none={strings.noPicture}
        set={(picture) => set({ picture })}
      />
      {mark.picture && <HeightField mark={mark} edit={edit} />}
      <SwitchField word={strings.tiled} value={mark.tiled} commit={(tiled) => set({ tiled })} />
      {mark.tiled && (
        <NumberField
          word={strings.tileGap}
          unit="%"
          min={0}
          max={400}
          value={mark.gapPct}
          commit={(gapPct) => set({ gapPct })}
        />
      )}
      {!mark.picture && (
        <ChoiceField
          word={strings.tone}
          value={mark.tone}
          options={(['auto', 'light', 'dark'] as const).map((value) => ({
            value,
            words: strings[value],
          }))}
          commit={(tone) => set({ tone })}
        />
      )}
    </>
  )
}
