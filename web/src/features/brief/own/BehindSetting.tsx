import { Flex, Input } from '@chakra-ui/react'
import { useState } from 'react'
import { HexColour } from '@cloudbank/core/raster'
import { hintOf } from '../../../settings'
import { ChoiceSetting, SettingRow } from '../fields'
import type { BriefEditor } from '../useBriefEditor'

const CHOICES = [
  { value: 'colour', words: 'a plain colour' },
  { value: 'transparent', words: 'transparent' },
  { value: 'original', words: 'the photographed backdrop' },
] as const

/** What the product stands on. */
export function BehindSetting({ editor }: { editor: BriefEditor }) {
  const { behind } = editor.brief.steps.ground
  return (
    <>
      <ChoiceSetting
        label="Ground"
        hint={`${hintOf('ground', 'behind')} JPEG has no transparency: it is white there.`}
        value={behind.kind}
        options={CHOICES}
        commit={(kind) => {
          const words = CHOICES.find(({ value }) => value === kind)?.words ?? ''
          const next = kind === 'colour' ? { kind, colour: '#FFFFFF' } : { kind }
          editor.set(`Ground: ${words}`, 'ground', 'behind', next)
        }}
      />
      {behind.kind === 'colour' && (
        <ColourSetting
          key={behind.colour}
          colour={behind.colour}
          commit={(colour) =>
            editor.set(`Ground ${colour}`, 'ground', 'behind', { kind: 'colour', colour })
          }
        />
      )}
    </>
  )
}

function ColourSetting({ colour, commit }: { colour: string; commit: (colour: string) => void }) {
  const [draft, setDraft] = useState(colour)
  const [problem, setProblem] = useState<string | null>(null)
  const take = (text: string): void => {
    const read = HexColour.safeParse(text.trim())
    setProblem(read.success ? null : 'Colour: #RRGGBB, six hex digits')
    if (read.success && read.data !== colour) commit(read.data)
  }
  return (
    <SettingRow label="Colour" hint="In sRGB, as #RRGGBB." problem={problem}>
      <Flex gap="8px">
        <input
          type="color"
          aria-label="Choose the colour"
          value={draft}
          onChange={(event) => setDraft(event.target.value.toUpperCase())}
          onBlur={() => take(draft)}
        />
        <Input
          aria-label="Colour"
          size="xs"
          width="104px"
          fontFamily="mono"
          value={draft}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={() => take(draft)}
          onKeyDown={(event) => event.key === 'Enter' && take(draft)}
        />
      </Flex>
    </SettingRow>
  )
}
