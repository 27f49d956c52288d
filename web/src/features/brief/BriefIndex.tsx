import { Box, chakra, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { Link } from 'react-router'
import { describeBrief } from '@cloudbank/core/brief'
import type { StepId } from '@cloudbank/core/steps'
import type { ShootId } from '../../data'
import type { BriefEditor } from '../../settings'
import { BriefDeeds, SavedState } from './SavedBrief'
import { strings } from './strings'

interface Props {
  readonly shootId: ShootId
  readonly editor: BriefEditor
  /** The step that is open; null while settings are searched for. */
  readonly step: StepId | null
  readonly open: (step: StepId) => void
}

/** The brief in words, a step after the other; each opens its settings. */
export function BriefIndex({ shootId, editor, step, open }: Props) {
  const { brief } = editor
  return (
    <Flex
      as="aside"
      aria-label={strings.steps}
      direction="column"
      css={{ width: '250px', '@media (max-width: 1150px)': { width: '204px' } }}
      flex="none"
      overflowY="auto"
      background="paper"
      borderRightWidth="1px"
      borderColor="hairline"
      paddingY="18px"
    >
      <Box paddingX="20px" marginBottom="12px">
        <NameField key={brief.name} name={brief.name} rename={editor.rename} />
        <SavedState brief={brief} />
      </Box>
      <nav aria-label={strings.stepsOfTheBrief}>
        {describeBrief(brief).map(({ id, title, words }) => (
          <StepLine
            key={id}
            type="button"
            aria-current={id === step ? 'step' : undefined}
            onClick={() => open(id)}
          >
            <Text fontWeight="650">{title}</Text>
            <Text fontSize="12px" color="softInk" whiteSpace="pre-line">
              {words}
            </Text>
          </StepLine>
        ))}
      </nav>
      <Flex
        direction="column"
        align="flex-start"
        gap="2px"
        paddingX="14px"
        paddingTop="16px"
        marginTop="auto"
      >
        <Box paddingX="6px" paddingBottom="4px">
          <Link to={`/shoots/${shootId}/brief/by-eye`}>
            <u>{strings.buildItByEye}</u>
          </Link>
        </Box>
        <BriefDeeds editor={editor} />
      </Flex>
    </Flex>
  )
}

const StepLine = chakra('button', {
  base: {
    display: 'block',
    width: '100%',
    textAlign: 'left',
    paddingX: '16px',
    paddingY: '8px',
    borderLeftWidth: '4px',
    borderColor: 'transparent',
    cursor: 'pointer',
    _hover: { background: 'sky' },
    _focusVisible: { outlineOffset: '-2px' },
    '&[aria-current=step]': { background: 'sky', borderColor: 'ink' },
  },
})

function NameField({ name, rename }: { name: string; rename: (name: string) => void }) {
  const [draft, setDraft] = useState(name)
  const take = (): void => {
    const next = draft.trim().slice(0, 80)
    if (next !== '' && next !== name) rename(next)
    else setDraft(name)
  }
  return (
    <Input
      aria-label={strings.nameOfBrief}
      value={draft}
      variant="flushed"
      height="34px"
      fontFamily="heading"
      fontSize="20px"
      fontWeight="750"
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === 'Enter' && take()}
    />
  )
}
