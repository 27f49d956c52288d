import { Box, NativeSelect } from '@chakra-ui/react'
import { useState } from 'react'
import { Slider } from '../ui'
import type { SceneLight } from '@cloudbank/core/scene'
import type { GroundSettings } from '@cloudbank/core/steps'
import { fittedTo } from './fittedTo'
import { behindOf, behindWords, BEHIND_CHOICES, type Behind, type BehindKind } from './behind'
import { ColourField } from './ColourField'
import { GradientPart } from './GradientPart'
import { PicturePart } from './PicturePart'
import type { FrameToFill } from './useSceneVariants'
import { strings } from './strings'

interface Props {
  readonly behind: Behind
  /** Colours that the shoot uses already. */
  readonly palette: readonly string[]
  /** The frame that a picture would fill; null where none may be chosen: one stands behind all pictures of a brief. */
  readonly frame: FrameToFill | null
  /** @param more what a made scene asks of shadow and light. */
  readonly onChange: (words: string, next: Behind, more?: Partial<GroundSettings>) => void
}

/** What lies behind the product: the kind, and what that kind needs. */
export function BehindControl({ behind, palette, frame, onChange }: Props) {
  const choices = BEHIND_CHOICES.filter(({ value }) => frame !== null || value !== 'picture')
  /** A picture has been asked for, and none chosen yet: until then all stays as it was. */
  const [wantsPicture, setWantsPicture] = useState(false)
  const kind: BehindKind = wantsPicture ? 'picture' : behind.kind
  const keep = (next: Behind, light?: SceneLight): void => {
    setWantsPicture(false)
    onChange(behindWords(next), next, light && fittedTo(light))
  }
  const choose = (chosen: BehindKind): void => {
    if (chosen === 'picture') setWantsPicture(behind.kind !== 'picture')
    else keep(behindOf(chosen, behind))
  }
  return (
    <Box>
      <NativeSelect.Root size="xs" width="248px" maxWidth="100%">
        <NativeSelect.Field
          aria-label={strings.ground}
          value={kind}
          // The options are the kinds.
          onChange={(event) => choose(event.target.value as BehindKind)}
        >
          {choices.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Box marginTop="6px" width="248px" maxWidth="100%">
        {kind === 'colour' && behind.kind === 'colour' && (
          <ColourField
            key={behind.colour}
            label={strings.colour}
            colour={behind.colour}
            palette={palette}
            onChange={(colour) => keep({ ...behind, colour })}
          />
        )}
        {kind === 'gradient' && behind.kind === 'gradient' && (
          <GradientPart behind={behind} palette={palette} onChange={keep} />
        )}
        {kind === 'picture' && frame && (
          <PicturePart
            behind={behind.kind === 'picture' ? behind : null}
            frame={frame}
            onChange={keep}
          />
        )}
        {kind === 'cleaned' && behind.kind === 'cleaned' && (
          <Slider
            label={strings.brightness}
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
