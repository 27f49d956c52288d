import { Box, Heading, Text } from '@chakra-ui/react'
import { STEPS } from '@cloudbank/core/steps'
import { controlsOf, isFound, type BriefEditor } from '../../settings'
import { SettingControl } from './SettingControl'
import { strings } from './strings'

/** The settings of all steps that a search finds. */
export function FoundSettings({ wanted, editor }: { wanted: string; editor: BriefEditor }) {
  const found = STEPS.map(({ id, title }) => ({
    id,
    title,
    controls: controlsOf(id, editor.brief.steps[id]).filter((one) => isFound(id, one, wanted)),
  })).filter(({ controls }) => controls.length > 0)
  if (found.length === 0) return <Text>{strings.noMatchingSettings}</Text>
  return found.map(({ id, title, controls }) => (
    <Box key={id} as="section" aria-label={title} marginBottom="26px">
      <Heading as="h2" fontSize="18px" fontWeight="700" marginBottom="6px">
        {title}
      </Heading>
      {controls.map((control) => (
        <SettingControl key={control.field} step={id} control={control} editor={editor} />
      ))}
    </Box>
  ))
}
