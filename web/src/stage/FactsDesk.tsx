import { recipeOf } from '../work/model'
import { Flex, Text } from '@chakra-ui/react'
import { Link } from 'react-router'
import { describeBrief } from '@cloudbank/core/brief'
import { FORMATS } from '@cloudbank/core/codec'
import { formatBytes, formatSize } from '@cloudbank/core/words'
import { Action } from '../ui'
import type { Bench } from './bench'
import { DeskPart } from './desk'
import { FindingsPart } from './FindingList'
import { strings } from './strings'

/** What the brief says for a step, and what is known of the shot and its files. */
export function FactsDesk({ bench }: { bench: Bench }) {
  const { view, shot, stage, made, rendition: shown, showRendition: onShow, editor } = bench
  const says = describeBrief({ steps: editor.steps }).find(({ id }) => id === stage)
  const { placements } = recipeOf(view).steps.finish
  const capture = view.measures.get(shot.originalHash)?.capture
  return (
    <>
      <DeskPart title={strings.renditions} width={310} grow={1}>
        {made.length === 0 && <Text color="softInk">{strings.noneMadeYetMakeThem}</Text>}
        {made.map((rendition) => (
          <Flex key={rendition.id} align="center" gap="6px" marginLeft="-6px">
            <Action
              look={rendition === shown ? 'main' : 'quiet'}
              aria-pressed={rendition === shown}
              onClick={() => onShow(rendition.placementId)}
            >
              {placements.find(({ id }) => id === rendition.placementId)?.name ??
                rendition.placementId}
            </Action>
            <Text fontFamily="mono" fontSize="12px" whiteSpace="nowrap">
              {formatSize(rendition)} {formatBytes(rendition.bytes)}
            </Text>
          </Flex>
        ))}
      </DeskPart>
      {says && (
        <DeskPart title={strings.inBriefLabel(says.title)} width={250} grow={1}>
          <Text whiteSpace="pre-line">{says.words}</Text>
          <Link to={`/shoots/${view.shoot.id}/brief`}>
            <u>{strings.changeItInBrief}</u>
          </Link>
        </DeskPart>
      )}
      <DeskPart title={strings.original} width={250} grow={1}>
        <Text fontFamily="mono" fontSize="12px">
          {formatSize(shot)} {formatBytes(shot.bytes)} {FORMATS[shot.type].word}
        </Text>
        {capture && (
          <Text fontSize="12px" color="softInk">
            {[
              capture.camera,
              capture.takenAt?.replace('T', ' '),
              capture.iso !== null && strings.iso(capture.iso),
              capture.profile ?? strings.noProfileAssumedSRGB,
            ]
              .filter(Boolean)
              .join(' · ')}
          </Text>
        )}
      </DeskPart>
      <FindingsPart view={view} shot={shot} shown={shown} />
    </>
  )
}
