import { Flex, Input } from '@chakra-ui/react'
import { useState } from 'react'
import { HexColour } from '@cloudbank/core/raster'

/** A colour in hex, taken when it is whole. */
export function ColourInput(props: {
  readonly label: string
  readonly value: string
  readonly commit: (colour: string) => void
}) {
  const { label, value, commit } = props
  const [draft, setDraft] = useState<string | null>(null)
  const take = (): void => {
    const read = HexColour.safeParse(draft)
    setDraft(null)
    if (read.success && read.data !== value) commit(read.data)
  }
  return (
    <Flex display="inline-flex" align="center" gap="6px" verticalAlign="middle">
      <span
        aria-hidden
        style={{
          width: 20,
          height: 20,
          background: value,
          border: '1px solid var(--chakra-colors-edge)',
        }}
      />
      <Input
        aria-label={label}
        size="xs"
        width="84px"
        fontFamily="mono"
        value={draft ?? value}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
    </Flex>
  )
}
