import { Flex, Text } from '@chakra-ui/react'
import { readBrief, type Brief } from '@cloudbank/core/brief'
import { attempt, useNotices } from '../../notices'
import { changesBetween, dropKeptBrief, keepBrief, useKeptBriefs } from '../../shoot'
import { Action, JsonPicker } from '../../ui'
import { downloadJson } from '../../work/delivery'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { strings } from './strings'

/** Changes that are named; the others are counted. */
const NAMED = 4

/** Keeps the brief for other shoots, says how it differs from what is kept, and takes it out and in as a file. */
export function KeepPart({ editor }: { editor: BriefEditor }) {
  const { brief } = editor
  const kept = useKeptBriefs().find(({ id }) => id === brief.name)
  const changes = kept ? changesBetween(brief, kept.brief) : []
  const keep = async (): Promise<void> => {
    await keepBrief(brief)
    useNotices.getState().say(strings.isSavedForOtherShoots(brief.name))
  }
  return (
    <Flex align="center" gap="8px" marginBottom="18px" wrap="wrap">
      <Text flex="1" minWidth="240px" color="softInk">
        {kept ? standing(changes) : strings.onlyInThisShootSave}
      </Text>
      {(!kept || changes.length > 0) && (
        <Action onClick={() => attempt(keep(), strings.itCouldntBeSaved)}>
          {kept ? strings.saveChanges : strings.saveForOtherShoots}
        </Action>
      )}
      {kept && (
        <Action
          look="quiet"
          onClick={() => attempt(dropAndSay(kept.brief), strings.itIsStillSaved)}
        >
          {strings.removeFromSaved}
        </Action>
      )}
      <Action look="quiet" onClick={() => save(brief)}>
        {strings.saveAsFile}
      </Action>
      <JsonPicker
        label={strings.briefsFile}
        look="quiet"
        onData={(name, data) => takeIn(name, data, editor)}
      />
    </Flex>
  )
}

function standing(changes: readonly string[]): string {
  if (changes.length === 0) return strings.asItIsSavedFor
  const more = changes.length - NAMED
  return `Changed since it was saved: ${changes.slice(0, NAMED).join(', ')}${more > 0 ? strings.andMore(more) : ''}.`
}

const save = (brief: Brief): void => downloadJson(brief, `${brief.name}.brief.json`)

async function dropAndSay(brief: Brief): Promise<void> {
  await dropKeptBrief({ id: brief.name })
  useNotices.getState().say(strings.wasRemovedFromSavedThis(brief.name), {
    words: strings.undo,
    act: () => attempt(keepBrief(brief)),
  })
}

function takeIn(fileName: string, data: unknown, editor: BriefEditor): void {
  const read = readBrief(data)
  if (read.ok) return editor.replace(read.brief)
  const [first] = read.problems
  useNotices
    .getState()
    .need(strings.isntValidBrief(fileName, first?.field ?? '', first?.message ?? ''))
}
