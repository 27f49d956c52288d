import { Box, chakra, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { HexColour } from '@cloudbank/core/raster'
import { attempt } from '../notices'
import { Action } from '../ui'
import { strings } from './strings'

interface Props {
  readonly label: string
  readonly colour: string
  readonly palette: readonly string[]
  readonly onChange: (colour: string) => void
}

/** What a browser that can pick colours off the screen offers (W3C community draft, EyeDropper API). */
interface ScreenPicker {
  open: () => Promise<{ readonly sRGBHex: string }>
}
type WithScreenPicker = typeof globalThis & { readonly EyeDropper?: new () => ScreenPicker }

/** A colour: chosen, typed as #RRGGBB, taken off a picture on the screen, or one that the shoot has. */
export function ColourField({ label, colour, palette, onChange }: Props) {
  const [draft, setDraft] = useState(colour)
  const [problem, setProblem] = useState<string | null>(null)
  const { EyeDropper } = globalThis as WithScreenPicker
  const take = (text: string): void => {
    const read = HexColour.safeParse(text.trim().toUpperCase())
    setProblem(read.success ? null : strings.colourRrggbbSixHexDigits)
    if (read.success && read.data !== colour) onChange(read.data)
  }
  const pick = async (): Promise<void> => {
    if (!EyeDropper) return
    try {
      take((await new EyeDropper().open()).sRGBHex)
    } catch (error) {
      // Escape ends it without a colour.
      if (!(error instanceof DOMException && error.name === 'AbortError')) throw error
    }
  }
  const others = palette.filter((each) => each !== colour)
  return (
    <Box marginBottom="6px">
      <Flex gap="6px" align="center">
        <input
          type="color"
          aria-label={strings.choose(label)}
          value={draft.toLowerCase()}
          onChange={(event) => setDraft(event.target.value.toUpperCase())}
          onBlur={() => take(draft)}
        />
        <Input
          aria-label={label}
          size="xs"
          width="92px"
          fontFamily="mono"
          value={draft}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => take(draft)}
          onKeyDown={(event) => event.key === 'Enter' && take(draft)}
        />
        {EyeDropper && (
          <Action look="quiet" onClick={() => attempt(pick(), strings.noColourCouldBePicked)}>
            {strings.pickFromImage}
          </Action>
        )}
      </Flex>
      {others.length > 0 && (
        <Flex gap="4px" marginTop="4px" align="center" wrap="wrap">
          <Text fontSize="12px" color="softInk">
            {strings.inThisShoot}
          </Text>
          {others.map((each) => (
            <Swatch
              key={each}
              type="button"
              aria-label={`${label} ${each}`}
              title={each}
              style={{ background: each }}
              onClick={() => onChange(each)}
            />
          ))}
        </Flex>
      )}
      {problem && (
        <Text role="alert" fontSize="12px" fontWeight="600" marginTop="4px">
          {problem}
        </Text>
      )}
    </Box>
  )
}

const Swatch = chakra('button', {
  base: {
    width: '18px',
    height: '18px',
    borderWidth: '1px',
    borderColor: 'ink',
    borderRadius: '2px',
    cursor: 'pointer',
  },
})
