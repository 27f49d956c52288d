import { NativeSelect } from '@chakra-ui/react'
import { Slider } from '../ui'
import type { Behind } from './behind'
import { ColourField } from './ColourField'
import { strings } from './strings'

type Gradient = Extract<Behind, { kind: 'gradient' }>

interface Props {
  readonly behind: Gradient
  readonly palette: readonly string[]
  readonly onChange: (next: Gradient) => void
}

/** Two colours that run into each other. */
export function GradientPart({ behind, palette, onChange }: Props) {
  return (
    <>
      <NativeSelect.Root size="xs" width="248px" maxWidth="100%" marginBottom="4px">
        <NativeSelect.Field
          aria-label={strings.shape}
          value={behind.shape}
          onChange={(event) =>
            onChange({ ...behind, shape: event.target.value === 'radial' ? 'radial' : 'linear' })
          }
        >
          <option value="linear">{strings.alongLine}</option>
          <option value="radial">{strings.fromMiddleOutwards}</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <ColourField
        key={`from ${behind.from}`}
        label={strings.from}
        colour={behind.from}
        palette={palette}
        onChange={(from) => onChange({ ...behind, from })}
      />
      <ColourField
        key={`to ${behind.to}`}
        label={strings.to}
        colour={behind.to}
        palette={palette}
        onChange={(to) => onChange({ ...behind, to })}
      />
      {behind.shape === 'linear' && (
        <Slider
          label={strings.direction}
          reading={`${behind.angleDeg}°`}
          min={-180}
          max={180}
          step={1}
          value={behind.angleDeg}
          onChange={(angleDeg) => onChange({ ...behind, angleDeg })}
        />
      )}
    </>
  )
}
