import type { DeliveryItem, DeliveryPlan } from '@cloudbank/core/shoot'
import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { ALT_PROBLEMS, altProblems } from '@cloudbank/core/names'
import type { ShootView, Shot } from '../../data'
import { useDragShots, useDropShots } from '../../drag'
import { attempt } from '../../notices'
import { Thumb } from '../../preview'
import { Action, Attention } from '../../ui'
import { sendTo, writeWords } from '../../work/products'
import { strings } from './strings'

/** Width of a picture and its words, in pixels. */
const WIDTH_PX = 172

interface Props {
  readonly view: ShootView
  readonly shot: Shot
  readonly at: number
  readonly count: number
  readonly hasProduct: boolean
  readonly going: readonly DeliveryItem[]
  /** How the other pictures of the product are described. */
  readonly others: readonly string[]
  readonly aside: DeliveryPlan['aside']
  readonly onMove: (shotId: string, to: number) => void
  readonly onShare: (shot: Shot) => void
}

/** A picture of a product: its place, its file name, its description, and the outlets that it goes to. */
export function PictureCard(props: Props) {
  const { view, shot, at, count, hasProduct, going, others, aside, onMove, onShare } = props
  const card = useRef<HTMLDivElement>(null)
  useDragShots(card, shot.id)
  const over = useDropShots(card, hasProduct ? (id) => onMove(id, at) : null)
  const [first] = going
  const alt = first?.altText ?? shot.words.alt ?? ''
  const stem = first?.path.replace(/^.*\//, '').replace(/\.\w+$/, '') ?? shot.words.file ?? ''
  const problems = altProblems(alt, others)
  return (
    <Box
      ref={card}
      width={`${WIDTH_PX}px`}
      outline={over ? '2px solid' : undefined}
      outlineColor="ink"
      data-shot={shot.id}
    >
      <Thumb shot={shot} view={view} px={WIDTH_PX} />
      <Flex align="center" height="26px" fontSize="12px">
        <Text flex="1" fontWeight={at === 0 ? 700 : 400} truncate>
          {at === 0 && hasProduct ? strings.cover : ''} {shot.angle ?? ''}
        </Text>
        {hasProduct && (
          <>
            <Action
              look="quiet"
              aria-label={strings.onePlaceForward(shot.fileName)}
              disabled={at === 0}
              onClick={() => onMove(shot.id, at - 1)}
            >
              ←
            </Action>
            <Action
              look="quiet"
              aria-label={strings.onePlaceBack(shot.fileName)}
              disabled={at === count - 1}
              onClick={() => onMove(shot.id, at + 1)}
            >
              →
            </Action>
          </>
        )}
      </Flex>
      <Words
        label={strings.fileNameOf(shot.fileName)}
        shown={stem}
        written={shot.words.file}
        mono
        save={(text) => attempt(writeWords(shot, 'file', text), strings.nameCouldntBeSaved)}
      />
      <Words
        label={strings.descriptionOf(shot.fileName)}
        shown={alt}
        written={shot.words.alt}
        save={(text) => attempt(writeWords(shot, 'alt', text), strings.itCouldntBeSaved)}
      />
      {problems.map((problem) => (
        <Flex key={problem} gap="6px" align="center" fontSize="12px">
          <Attention />
          <Text>{ALT_PROBLEMS[problem]}</Text>
        </Flex>
      ))}
      {hasProduct && (
        <Action look="quiet" fontSize="12px" paddingX="0" onClick={() => onShare(shot)}>
          {shot.alsoFor.length === 0
            ? strings.alsoFor
            : strings.alsoForWithNames(shot.alsoFor.join(', '))}
        </Action>
      )}
      {view.shoot.outlets.map((outlet) => {
        const isAside = aside.get(outlet.id)?.some(({ id }) => id === shot.id) === true
        return (
          <chakra.label key={outlet.id} display="block" fontSize="12px" lineHeight="20px">
            <input
              type="checkbox"
              checked={!isAside}
              onChange={({ target: { checked } }) =>
                attempt(sendTo(shot, outlet, checked ? 'in' : 'out'), strings.itCouldntBeChanged)
              }
            />{' '}
            {outlet.name}
            {isAside && strings.setAside}
          </chakra.label>
        )
      })}
    </Box>
  )
}

interface WordsProps {
  readonly label: string
  /** What stands there: the written, or what the pattern makes. */
  readonly shown: string
  readonly written: string | null
  readonly mono?: boolean
  readonly save: (text: string | null) => void
}

/** Text that a pattern makes until it is written; emptied, the pattern makes it again. */
function Words({ label, shown, written, mono, save }: WordsProps) {
  const [draft, setDraft] = useState<string | null>(null)
  const take = (): void => {
    if (draft === null) return
    setDraft(null)
    if (draft !== shown) save(draft.trim() === '' ? null : draft.trim())
  }
  return (
    <chakra.textarea
      aria-label={label}
      title={
        written === null ? strings.fromPatternTypeToOverride : strings.overriddenClearToUsePattern
      }
      rows={mono ? 1 : 2}
      width="100%"
      resize="none"
      display="block"
      padding="2px 4px"
      marginBottom="3px"
      fontSize="12px"
      lineHeight="16px"
      fontFamily={mono ? 'mono' : 'body'}
      fontWeight={written === null ? 400 : 650}
      background="transparent"
      borderWidth="1px"
      borderColor="edge"
      borderRadius="2px"
      maxLength={mono ? 200 : 500}
      value={draft ?? shown}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key !== 'Enter') return
        event.preventDefault()
        // Leaving it takes it; keys are commands again.
        event.currentTarget.blur()
      }}
    />
  )
}
