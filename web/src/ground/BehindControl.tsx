import { Box, NativeSelect } from '@chakra-ui/react'
import { Slider } from '../ui'
import { behindOf, behindWords, BEHIND_CHOICES, type Behind, type BehindKind } from './behind'
import { ColourField } from './ColourField'

interface Props {
  readonly behind: Behind
  /** Colours that the shoot uses already. */
  readonly palette: readonly string[]
  readonly onChange: (words: string, next: Behind) => void
}

/** What lies behind the product: the kind, and what that kind needs. */
export function BehindControl({ behind, palette, onChange }: Props) {
  const keep = (next: Behind): void => onChange(behindWords(next), next)
  return (
    <Box>
      <NativeSelect.Root size="xs" width="248px" maxWidth="100%">
        <NativeSelect.Field
          aria-label="Ground"
          value={behind.kind}
          // The options are the kinds.
          onChange={(event) => keep(behindOf(event.target.value as BehindKind, behind))}
        >
          {BEHIND_CHOICES.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Box marginTop="6px" width="248px" maxWidth="100%">
        {behind.kind === 'colour' && (
          <ColourField
            key={behind.colour}
            label="Colour"
            colour={behind.colour}
            palette={palette}
            onChange={(colour) => keep({ ...behind, colour })}
          />
        )}
        {behind.kind === 'gradient' && (
          <>
            <NativeSelect.Root size="xs" width="248px" maxWidth="100%" marginBottom="4px">
              <NativeSelect.Field
                aria-label="Shape"
                value={behind.shape}
                onChange={(event) =>
                  keep({ ...behind, shape: event.target.value === 'radial' ? 'radial' : 'linear' })
                }
              >
                <option value="linear">along a line</option>
                <option value="radial">from the middle outwards</option>
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <ColourField
              key={`from ${behind.from}`}
              label="From"
              colour={behind.from}
              palette={palette}
              onChange={(from) => keep({ ...behind, from })}
            />
            <ColourField
              key={`to ${behind.to}`}
              label="To"
              colour={behind.to}
              palette={palette}
              onChange={(to) => keep({ ...behind, to })}
            />
            {behind.shape === 'linear' && (
              <Slider
                label="Direction"
                reading={`${behind.angleDeg}°`}
                min={-180}
                max={180}
                step={1}
                value={behind.angleDeg}
                onChange={(angleDeg) => keep({ ...behind, angleDeg })}
              />
            )}
          </>
        )}
        {behind.kind === 'cleaned' && (
          <Slider
            label="Brightness"
            reading={`${behind.lightness} L*`}
            min={20}
            max={100}
            step={1}
            value={behind.lightness}
            onChange={(lightness) => keep({ ...behind, lightness })}
          />
        )}
      </Box>
    </Box>
  )
}
