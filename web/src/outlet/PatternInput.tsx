import { Box, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { NamePattern, PICTURE_WORDS } from '@cloudbank/core/names'
import { strings } from './strings'

interface Props {
  readonly label: string
  readonly value: string | null
  /** What stands there where nothing is written; then nothing is a value, too. */
  readonly fallback?: string
  readonly commit: (pattern: string | null) => void
}

/** A pattern of names, taken on Enter or when the field is left; a wrong one says what is wrong. */
export function PatternInput({ label, value, fallback, commit }: Props) {
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
    const next = fallback !== undefined && draft.trim() === '' ? null : draft
    if (next !== value) commit(next)
  }
  return (
    <Box>
      <Input
        aria-label={label}
        size="xs"
        width="340px"
        fontFamily="mono"
        placeholder={fallback}
        value={draft ?? value ?? ''}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === 'Enter' && take()}
      />
      <Text fontSize="12px" color="softInk" marginTop="4px" maxWidth="440px">
        {PICTURE_WORDS.map((word) => `{${word}}`).join(' ')} {strings.andEveryOtherColumn}
      </Text>
      {problem && (
        <Text role="alert" fontSize="12px" fontWeight="600">
          {problem}
        </Text>
      )}
    </Box>
  )
}
