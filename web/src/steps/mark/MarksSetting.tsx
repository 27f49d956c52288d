import { Box, Flex, Heading } from '@chakra-ui/react'
import { useState } from 'react'
import { ANGLES } from '@cloudbank/core/shoot'
import { changedMark, markName, type Mark } from '@cloudbank/core/steps'
import type { BriefEditor } from '../../settings/useBriefEditor'
import { MarkList } from './MarkList'
import { markParts } from './MarkParts'
import { duplicateOf, newMark } from './newMark'
import { PlainCopies } from './PlainCopies'
import { strings } from './strings'

/** The marks of a brief, by their fields alone; they are moved by hand on the bench. */
export function MarksSetting({ editor }: { editor: BriefEditor }) {
  const { marks } = editor.brief.steps.mark
  const { placements } = editor.brief.steps.finish
  const [selected, select] = useState<readonly string[]>([])
  const chosen = marks.find(({ id }) => id === selected.at(-1))
  const keep = (words: string, next: readonly Mark[]): void =>
    editor.set(words, 'mark', 'marks', [...next])
  const nameOf = (id: string): string => {
    const found = marks.find((mark) => mark.id === id)
    return found ? markName(found) : ''
  }
  const insert = (mark: Mark): void => {
    keep(strings.added(markName(mark)), [...marks, mark])
    select([mark.id])
  }
  const edit = (words: string, change: (mark: Mark) => Mark): void =>
    keep(
      words,
      marks.map((mark) => (mark.id === chosen?.id ? change(mark) : mark)),
    )
  return (
    <Box paddingY="10px" borderTopWidth="1px" borderColor="hairline">
      <Box maxWidth="420px">
        <MarkList
          listed={marks.map((mark) => ({
            mark,
            name: markName(mark),
            from: 'brief',
            standing: 'drawn',
          }))}
          selected={selected}
          select={select}
          add={(kind) => insert(newMark(kind))}
          duplicate={(id) => {
            const found = marks.find((mark) => mark.id === id)
            if (found) insert(duplicateOf(found))
          }}
          leaveOut={(id) =>
            keep(
              strings.deleted(nameOf(id)),
              marks.filter((mark) => mark.id !== id),
            )
          }
          putBack={null}
          move={(id, by) => {
            const at = marks.findIndex((mark) => mark.id === id)
            const other = marks[at + by]
            if (!other) return
            const next = [...marks]
            next[at + by] = marks[at]!
            next[at] = other
            keep(strings.ordered(nameOf(id)), next)
          }}
        />
      </Box>
      {chosen && (
        <Flex gap="28px" wrap="wrap" marginTop="12px">
          {markParts({
            mark: chosen,
            name: markName(chosen),
            angles: ANGLES,
            placements,
            edit: (change) => edit(strings.changed(markName(chosen)), change),
            place: (words, change) => edit(words, (mark) => changedMark(mark, change)),
          }).map(({ id, title, width, content }) => (
            <Box key={id} width={`${width}px`}>
              <Heading as="h3" fontSize="13px" fontWeight="700" marginBottom="4px">
                {title}
              </Heading>
              {content}
            </Box>
          ))}
        </Flex>
      )}
      {/* A placement that is set alone has no copies of its own. */}
      {marks.length > 0 && !('ownOf' in editor) && <PlainCopies editor={editor} />}
    </Box>
  )
}
