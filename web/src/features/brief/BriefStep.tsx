import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { settingsOf } from '../../steps'
import type { Placement } from '@cloudbank/core/outlets'
import type { Control, StepId } from '@cloudbank/core/steps'
import { countOf } from '@cloudbank/core/words'
import type { ShootView, Shot } from '../../data'
import { useStagedPicture } from '../../preview'
import { changedFields, controlsOf, forPlacement, stepWith, type BriefEditor } from '../../settings'
import { Action } from '../../ui'
import { AnswerPictures } from './AnswerPictures'
import { OwnOfPlacement, PlacementChoice } from './PlacementChoice'
import { QUESTIONS, withAnswer, type Question } from './questions'
import { SettingControl } from './SettingControl'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly step: StepId
  readonly editor: BriefEditor
  /** By whose pictures it is chosen. */
  readonly shot: Shot | undefined
  /** The placement that is set alone; null for all. */
  readonly placement: Placement | null
  readonly choosePlacement: (id: string | null) => void
}

/** One step of a brief: choices as pictures, then what was changed, and the rest on demand. */
export function BriefStep(props: Props) {
  const { view, step, shot, placement } = props
  const { title, perPlacement = [] } = stepWith(step)
  const own = placement ? forPlacement(props.editor, placement) : null
  const editor = own ?? props.editor
  const { steps } = editor.brief
  const picture = useStagedPicture(shot)
  const questions = QUESTIONS.filter(
    (question) => question.step === step && (!placement || isOf(question, perPlacement)),
  )
  const isOffered = ({ field, kind }: Control): boolean =>
    (!placement || (perPlacement as readonly string[]).includes(field)) &&
    !(kind === 'choice' && questions.some((question) => fieldsOf(question).includes(field))) &&
    (kind !== 'own' || settingsOf(step).includes(field))
  const { first, others } = useFolded(step, steps[step], placement)
  const rest = others.filter(isOffered)
  const [isOpen, setOpen] = useState(false)
  const shown = first.filter(isOffered)
  // What was seen whole is not folded under the hand that changes it.
  // eslint-disable-next-line react-hooks/exhaustive-deps -- as it was when it was opened
  const beganWhole = useMemo(() => shown.length === 0, [step, placement?.id])
  const isWhole = isOpen || beganWhole || shown.length === 0
  const control = (one: Control) => (
    <SettingControl key={one.field} step={step} control={one} editor={editor} />
  )
  return (
    <Box as="section" aria-label={title}>
      <Flex align="baseline" gap="16px" marginBottom="14px" wrap="wrap">
        <Heading as="h2" fontSize="24px" fontWeight="750">
          {title}
        </Heading>
        {perPlacement.length > 0 && (
          <PlacementChoice
            placements={props.editor.brief.steps.finish.placements}
            step={step}
            chosen={placement?.id ?? null}
            choose={props.choosePlacement}
          />
        )}
      </Flex>
      {own && <OwnOfPlacement step={step} editor={own} />}
      {shot &&
        questions.map((question) => (
          <Box key={question.id} marginBottom="18px">
            <Text fontWeight="600" marginBottom="8px">
              {question.asks}
            </Text>
            <AnswerPictures
              question={question}
              view={view}
              shot={shot}
              picture={picture}
              steps={steps}
              placementId={placement?.id}
              px={112}
              give={(answer) =>
                editor.replaceSteps(`${question.asks} ${answer.words}`, withAnswer(steps, answer))
              }
            />
          </Box>
        ))}
      {shown.map(control)}
      {!isWhole && rest.length > 0 && (
        <Flex gap="6px" align="baseline" paddingY="10px" borderTopWidth="1px" color="softInk">
          <Text>{strings.atTheirDefaults(countOf(rest.length, 'more setting'), rest.length)}</Text>
          <Action look="quiet" onClick={() => setOpen(true)}>
            <u>{strings.show}</u>
          </Action>
        </Flex>
      )}
      {isWhole && rest.map(control)}
    </Box>
  )
}

/**
 * The controls of a step: first those whose settings were changed when the step was opened, with those that only
 * they bring; nothing moves under the hand while more is changed.
 */
function useFolded(
  step: StepId,
  settings: Readonly<Record<string, unknown>>,
  placement: Placement | null,
): { readonly first: readonly Control[]; readonly others: readonly Control[] } {
  const changed = useMemo(
    () =>
      new Set(
        placement ? Object.keys(placement.changes[step] ?? {}) : changedFields(step, settings),
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- as it was when it was opened
    [step, placement?.id],
  )
  const all = controlsOf(step, settings)
  const isFirst = ({ field, when }: Control): boolean => changed.has(field) || when !== undefined
  return { first: all.filter(isFirst), others: all.filter((one) => !isFirst(one)) }
}

const fieldsOf = ({ step, answers }: Question): readonly string[] =>
  answers.flatMap(({ sets }) => Object.keys(sets[step] ?? {}))

const isOf = (question: Question, fields: readonly string[]): boolean =>
  fieldsOf(question).every((field) => fields.includes(field))
