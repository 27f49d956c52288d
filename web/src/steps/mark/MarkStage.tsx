import { Box, Text } from '@chakra-ui/react'
import { lazy, Suspense, useState } from 'react'
import { findingsByKind } from '@cloudbank/core/shoot'
import { stepOf, type MarkWork } from '@cloudbank/core/steps'
import type { Bench } from '../../stage/bench'
import { StepControls } from '../../stage/controls'
import { Choices, DeskPart } from '../../stage/desk'
import { HandList } from '../../stage/hand'
import { PicturedStage } from '../../stage/PicturedStage'
import { useStagePicture } from '../../stage/useStagePicture'
import { FindingWhy } from '../../ui'
import { MarkList } from './MarkList'
import { markParts, type MarkPart } from './MarkParts'
import { strings } from './strings'
import { useMarks, type Marks } from './useMarks'

/** With the library by which things are dragged, which nothing else needs. */
const MarkHandles = lazy(async () => ({ default: (await import('./MarkHandles')).MarkHandles }))

/** Mark on the bench: words and shapes on the finished picture, taken hold of where they lie. */
export function MarkStage({ bench }: { bench: Bench }) {
  const { view, shot, editor, plan, placementId } = bench
  const picture = useStagePicture(bench)
  const marks = useMarks(bench)
  const [selected, select] = useState<readonly string[]>([])
  const chosen = marks.listed.find(({ mark }) => mark.id === selected.at(-1))
  const placement = editor.placements.find(({ id }) => id === placementId) ?? editor.placements[0]
  const findings = (picture?.findings ?? []).filter((one) => stepOf(one) === 'mark')
  return (
    <PicturedStage
      bench={bench}
      picture={picture}
      framed
      // A press beside all marks lets go of them.
      tool={{
        cursor: 'default',
        onDown: () => select([]),
        onDrag: () => undefined,
        onUp: () => undefined,
      }}
      overlay={(shown, sides) =>
        picture && (
          <Suspense>
            <MarkHandles
              shown={shown}
              sides={sides}
              picture={picture}
              marks={marks}
              marginPct={editor.steps.mark.marginPct}
              selected={selected}
              select={select}
            />
          </Suspense>
        )
      }
      desk={
        <>
          <DeskPart title={strings.marks} width={270}>
            {!marks.allowed && placement && (
              <Text fontSize="12px" fontWeight="600" role="status">
                {strings.stayPlain(placement.name)}
              </Text>
            )}
            <MarkList
              listed={marks.listed}
              selected={selected}
              select={select}
              add={(kind) => select([marks.add(kind)])}
              duplicate={(id) => {
                const made = marks.duplicate(id)
                if (made !== null) select([made])
              }}
              leaveOut={marks.leaveOut}
              putBack={marks.putBack}
              move={marks.move}
            />
            <Box marginTop="8px" fontSize="12px">
              {findingsByKind(findings).map((kind) => (
                <FindingWhy key={kind[0].code} findings={kind} />
              ))}
            </Box>
          </DeskPart>
          {chosen && (
            <ChosenMark
              key={chosen.mark.id}
              name={chosen.name}
              parts={markParts({
                mark: chosen.mark,
                name: chosen.name,
                angles: Object.keys(plan.about.pictures),
                placements: editor.placements,
                edit: (change) => marks.edit(chosen.mark.id, strings.changed(chosen.name), change),
                place: (words, change) => marks.place(chosen.mark.id, words, change),
              })}
            />
          )}
          <StepControls step="mark" own={{}} width={190} editor={editor} view={view} shot={shot} />
          <HandList listed={marks.works} describe={(work) => workWords(work, marks.listed)} />
        </>
      }
    />
  )
}

/** What was done to which mark. */
function workWords(work: MarkWork, listed: Marks['listed']): string {
  const id = work.kind === 'added' ? work.mark.id : work.mark
  const name = listed.find(({ mark }) => mark.id === id)?.name ?? strings.noLongerThere
  return strings.doneTo(work.kind, name)
}

interface ChosenProps {
  readonly name: string
  readonly parts: readonly MarkPart[]
}

/** What can be set of the mark that is selected, one part at a time. */
function ChosenMark({ name, parts }: ChosenProps) {
  const [at, setAt] = useState<string | undefined>(undefined)
  const shown = parts.find(({ id }) => id === at) ?? parts[0]
  return (
    <DeskPart title={name} width={430} grow={2}>
      {shown && (
        <>
          <Choices
            label={strings.partsOf(name)}
            options={parts.map(({ id, title }) => ({ id, word: title }))}
            chosen={shown.id}
            choose={setAt}
          />
          <Box marginTop="8px" columnWidth="200px" columnGap="24px">
            {shown.content}
          </Box>
        </>
      )}
    </DeskPart>
  )
}
