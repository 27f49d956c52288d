import { Box, NativeSelect, Text, Textarea } from '@chakra-ui/react'
import { useLiveQuery } from 'dexie-react-hooks'
import { useState } from 'react'
import { NamePattern } from '@cloudbank/core/names'
import { HexColour } from '@cloudbank/core/raster'
import type { Mark, TextLook } from '@cloudbank/core/steps'
import { FONT_FAMILIES } from '@cloudbank/core/typeset'
import { database } from '../../data'
import { attempt } from '../../notices'
import { FilePicker } from '../../ui'
import { bringInFont } from '../../work/assets'
import { ChoiceField, ColourRow, Field, NumberField, SwitchField } from './fields'
import { strings } from './strings'

type WithText = Extract<Mark, { readonly look: TextLook }>

interface Props<M extends WithText> {
  readonly mark: M
  readonly edit: (change: (mark: Mark) => Mark) => void
}

/** What a mark says. */
export function MarkText<M extends WithText>({ mark, edit }: Props<M>) {
  const [draft, setDraft] = useState<string | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const take = (): void => {
    if (draft === null) return
    const read = NamePattern.safeParse(draft)
    if (!read.success) {
      setProblem(read.error.issues[0]?.message ?? '')
      return
    }
    setProblem(null)
    setDraft(null)
    if (read.data !== mark.text) edit((one) => ({ ...one, text: read.data }) as Mark)
  }
  return (
    <Box marginBottom="6px" breakInside="avoid">
      <Textarea
        aria-label={strings.text}
        size="xs"
        rows={2}
        fontFamily="mono"
        value={draft ?? mark.text}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault()
            take()
          }
        }}
      />
      <Text fontSize="11px" color="softInk" marginTop="2px">
        {strings.textHint}
      </Text>
      {problem !== null && (
        <Text role="alert" fontSize="12px" fontWeight="600">
          {problem}
        </Text>
      )}
    </Box>
  )
}

/** How the text of a mark looks. */
export function MarkLook<M extends WithText>({ mark, edit }: Props<M>) {
  const { look } = mark
  const set = (change: Partial<TextLook>): void =>
    edit((one) => ('look' in one ? { ...one, look: { ...one.look, ...change } } : one))
  return (
    <>
      <FontField look={look} set={set} />
      <NumberField
        word={strings.size}
        unit="%"
        min={0.5}
        max={60}
        value={look.sizePct}
        commit={(sizePct) => set({ sizePct })}
      />
      <ChoiceField
        word={strings.sizeOf}
        value={look.sizeOf}
        options={[
          { value: 'frame', words: strings.frameHeight },
          { value: 'product', words: strings.productHeight },
        ]}
        commit={(sizeOf) => set({ sizeOf })}
      />
      <NumberField
        word={strings.weight}
        unit=""
        min={100}
        max={900}
        value={look.weight}
        commit={(weight) => set({ weight: Math.round(weight) })}
      />
      {mark.kind !== 'watermark' && (
        <ColourRow
          word={strings.colour}
          colour={look.colour}
          commit={(colour) => set({ colour: HexColour.parse(colour) })}
        />
      )}
      <SwitchField word={strings.italic} value={look.italic} commit={(italic) => set({ italic })} />
      <ChoiceField
        word={strings.align}
        value={look.align}
        options={(['left', 'centre', 'right'] as const).map((value) => ({
          value,
          words: strings[value],
        }))}
        commit={(align) => set({ align })}
      />
      <NumberField
        word={strings.tracking}
        unit="%"
        min={-10}
        max={50}
        value={look.trackingPct}
        commit={(trackingPct) => set({ trackingPct })}
      />
      <NumberField
        word={strings.lineHeight}
        unit="%"
        min={70}
        max={250}
        value={look.linePct}
        commit={(linePct) => set({ linePct })}
      />
      <ChoiceField
        word={strings.fit}
        value={look.fit}
        options={[
          { value: 'smaller', words: strings.smaller },
          { value: 'wrap', words: strings.wraps },
        ]}
        commit={(fit) => set({ fit })}
      />
      <NumberField
        word={strings.width}
        unit="%"
        min={5}
        max={100}
        value={look.widthPct}
        commit={(widthPct) => set({ widthPct })}
      />
      <NumberField
        word={strings.least}
        unit="%"
        min={10}
        max={100}
        value={look.leastPct}
        commit={(leastPct) => set({ leastPct })}
      />
      <OutlineFields look={look} set={set} />
    </>
  )
}

interface LookProps {
  readonly look: TextLook
  readonly set: (change: Partial<TextLook>) => void
}

function OutlineFields({ look: { outline, shadow }, set }: LookProps) {
  return (
    <>
      <SwitchField
        word={strings.outline}
        value={outline !== null}
        commit={(on) => set({ outline: on ? { colour: '#FFFFFF', widthPct: 4 } : null })}
      />
      {outline && (
        <>
          <ColourRow
            word={strings.borderColour}
            colour={outline.colour}
            commit={(colour) => set({ outline: { ...outline, colour: HexColour.parse(colour) } })}
          />
          <NumberField
            word={strings.borderWidth}
            unit="%"
            min={0.5}
            max={30}
            value={outline.widthPct}
            commit={(widthPct) => set({ outline: { ...outline, widthPct } })}
          />
        </>
      )}
      <SwitchField
        word={strings.shadow}
        value={shadow !== null}
        commit={(on) =>
          set({
            shadow: on ? { colour: '#000000', opacityPct: 40, blurPct: 12, downPct: 6 } : null,
          })
        }
      />
      {shadow && (
        <>
          <NumberField
            word={strings.shadowStrength}
            unit="%"
            min={0}
            max={100}
            value={shadow.opacityPct}
            commit={(opacityPct) => set({ shadow: { ...shadow, opacityPct } })}
          />
          <NumberField
            word={strings.shadowBlur}
            unit="%"
            min={0}
            max={100}
            value={shadow.blurPct}
            commit={(blurPct) => set({ shadow: { ...shadow, blurPct } })}
          />
        </>
      )}
    </>
  )
}

/** A family that ships, or a font of one's own. */
function FontField({ look, set }: LookProps) {
  const own =
    useLiveQuery(() => database.assets.filter(({ role }) => role === 'font').toArray(), []) ?? []
  const bringIn = async (chosen: File): Promise<void> => {
    const { hash, name } = await bringInFont(chosen)
    set({ ownFont: { hash, name } })
  }
  return (
    <>
      <Field word={strings.font}>
        <NativeSelect.Root size="xs" flex="0 1 132px" minWidth="84px">
          <NativeSelect.Field
            aria-label={strings.font}
            value={look.ownFont?.hash ?? look.family}
            onChange={({ target: { value } }) => {
              const font = own.find(({ hash }) => hash === value)
              set(
                font
                  ? { ownFont: { hash: font.hash, name: font.name } }
                  : { ownFont: null, family: value },
              )
            }}
          >
            {FONT_FAMILIES.map(({ name }) => (
              <option key={name} value={name}>
                {name}
              </option>
            ))}
            {own.map(({ hash, name }) => (
              <option key={hash} value={hash}>
                {name}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Field>
      <FilePicker
        label={strings.importFont}
        accept=".woff2,.woff,.ttf,.otf"
        onFile={(chosen) => attempt(bringIn(chosen), strings.fontCouldntBeImported(chosen.name))}
      />
    </>
  )
}
