import { Text } from '@chakra-ui/react'
import { readBrief, type Brief } from '@cloudbank/core/brief'
import { attempt, useNotices } from '../../notices'
import type { BriefEditor } from '../../settings'
import {
  changesBetween,
  dropKeptBrief,
  keepBrief,
  useBriefChoices,
  useKeptBriefs,
} from '../../shoot'
import { isSame } from '../../data'
import { Action, Choose, JsonPicker } from '../../ui'
import { downloadJson } from '../../work/delivery'
import { strings } from './strings'

/** Changes that are named; the others are counted. */
const NAMED = 3

const useSavedAs = (brief: Brief): Brief | undefined =>
  useKeptBriefs().find(({ id }) => id === brief.name)?.brief

/** How the brief stands to what is saved for other shoots under its name. */
export function SavedState({ brief }: { brief: Brief }) {
  const kept = useSavedAs(brief)
  return (
    <Text fontSize="12px" color="softInk" marginTop="4px">
      {kept ? standing(changesBetween(brief, kept)) : strings.onlyInThisShoot}
    </Text>
  )
}

function standing(changes: readonly string[]): string {
  if (changes.length === 0) return strings.asItIsSavedFor
  const more = changes.length - NAMED
  return strings.changedSinceSaved(
    `${changes.slice(0, NAMED).join(', ')}${more > 0 ? strings.andMore(more) : ''}`,
  )
}

/** Another brief in place of this one; saving it for other shoots, or as a file. */
export function BriefDeeds({ editor }: { editor: BriefEditor }) {
  const { brief } = editor
  const kept = useSavedAs(brief)
  const choices = useBriefChoices().filter((choice) => !isSame(choice.brief, brief))
  const keep = async (): Promise<void> => {
    await keepBrief(brief)
    useNotices.getState().say(strings.isSavedForOtherShoots(brief.name))
  }
  return (
    <>
      {(!kept || changesBetween(brief, kept).length > 0) && (
        <Action look="quiet" onClick={() => attempt(keep(), strings.itCouldntBeSaved)}>
          {kept ? strings.saveChanges : strings.saveForOtherShoots}
        </Action>
      )}
      {kept && (
        <Action look="quiet" onClick={() => attempt(dropAndSay(kept), strings.itIsStillSaved)}>
          {strings.removeFromSaved}
        </Action>
      )}
      <Action look="quiet" onClick={() => downloadJson(brief, `${brief.name}.brief.json`)}>
        {strings.saveAsFile}
      </Action>
      <JsonPicker
        label={strings.briefsFile}
        look="quiet"
        onData={(name, data) => takeIn(name, data, editor)}
      />
      <Choose
        words={strings.startFrom}
        width="100%"
        options={choices.map(({ words }, i) => ({ id: String(i), words }))}
        onChoose={(id) => {
          const choice = choices[Number(id)]
          if (choice) editor.replace(choice.brief)
        }}
      />
    </>
  )
}

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
