import { chakra, Flex, Text } from '@chakra-ui/react'
import { ALT_PROBLEMS, altProblems } from '@cloudbank/core/names'
import type { DeliveryItem, DeliveryPlan } from '@cloudbank/core/shoot'
import { useState, type ReactNode } from 'react'
import type { ShootView, Shot } from '../../data'
import { attempt } from '../../notices'
import { Action, Attention } from '../../ui'
import { sendTo, writeWords } from '../../work/products'
import { strings } from './strings'

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

/** Whether something is to be said of a description beside those of the product's other pictures. */
export const hasDoubtfulWords = (alt: string, others: readonly string[]): boolean =>
  altProblems(alt, others).length > 0

/** A picture of a product in words: its place, its file name, its description, and where it goes. */
export function PictureWords(props: Props) {
  const { view, shot, at, count, hasProduct, going, others, aside, onMove, onShare } = props
  const [first] = going
  const alt = first?.altText ?? shot.words.alt ?? ''
  const stem = first?.path.replace(/^.*\//, '').replace(/\.\w+$/, '') ?? shot.words.file ?? ''
  return (
    <>
      <Row word={strings.picture}>
        <Flex align="center" gap="4px" flex="1">
          <Text flex="1" truncate title={shot.fileName}>
            {shot.angle ?? shot.fileName}
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
              <Text fontFamily="mono" color="softInk">
                {at + 1}/{count}
              </Text>
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
      </Row>
      <Row word={strings.file}>
        <Words
          label={strings.fileNameOf(shot.fileName)}
          shown={stem}
          written={shot.words.file}
          mono
          save={(text) => attempt(writeWords(shot, 'file', text), strings.nameCouldntBeSaved)}
        />
      </Row>
      <Row word={strings.description}>
        <Words
          label={strings.descriptionOf(shot.fileName)}
          shown={alt}
          written={shot.words.alt}
          save={(text) => attempt(writeWords(shot, 'alt', text), strings.itCouldntBeSaved)}
        />
        {altProblems(alt, others).map((problem) => (
          <Flex key={problem} gap="6px" align="center" color="softInk">
            <Attention />
            <Text>{ALT_PROBLEMS[problem]}</Text>
          </Flex>
        ))}
      </Row>
      {(view.shoot.outlets.length > 0 || hasProduct) && (
        <Row word={strings.goesTo}>
          <Flex wrap="wrap" gap="5px" align="center">
            {view.shoot.outlets.map((outlet) => {
              const isAside = aside.get(outlet.id)?.some(({ id }) => id === shot.id) === true
              return (
                <OutletWord
                  key={outlet.id}
                  type="button"
                  aria-pressed={!isAside}
                  title={isAside ? strings.setAside : undefined}
                  onClick={() =>
                    attempt(
                      sendTo(shot, outlet, isAside ? 'in' : 'out'),
                      strings.itCouldntBeChanged,
                    )
                  }
                >
                  {outlet.name}
                </OutletWord>
              )
            })}
            {hasProduct && (
              <Action look="quiet" fontSize="12px" paddingX="2px" onClick={() => onShare(shot)}>
                {shot.alsoFor.length === 0
                  ? strings.alsoFor
                  : strings.alsoForWithNames(shot.alsoFor.join(', '))}
              </Action>
            )}
          </Flex>
        </Row>
      )}
    </>
  )
}

const Row = ({ word, children }: { readonly word: string; readonly children: ReactNode }) => (
  <Flex
    gap="10px"
    align="baseline"
    minHeight="28px"
    paddingY="2px"
    fontSize="12px"
    borderTopWidth="1px"
    borderColor="hairline"
  >
    <Text width="72px" flex="none" color="softInk">
      {word}
    </Text>
    <Flex direction="column" flex="1" minWidth="0">
      {children}
    </Flex>
  </Flex>
)

/** An outlet to which a picture goes; struck out where it does not. */
const OutletWord = chakra('button', {
  base: {
    paddingX: '7px',
    lineHeight: '20px',
    borderWidth: '1px',
    borderColor: 'edge',
    borderRadius: '2px',
    background: 'sky',
    cursor: 'pointer',
    '&[aria-pressed=false]': {
      color: 'softInk',
      background: 'transparent',
      textDecoration: 'line-through',
    },
  },
})

interface WordsProps {
  readonly label: string
  /** What stands there: the written, or what the pattern makes. */
  readonly shown: string
  readonly written: string | null
  readonly mono?: boolean
  readonly save: (text: string | null) => void
}

/** Text that a pattern makes until it is written; emptied, the pattern makes it again. It is a field when it is used. */
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
      rows={1}
      width="100%"
      resize="none"
      display="block"
      padding="2px 4px"
      marginX="-5px"
      fontSize="12px"
      lineHeight="18px"
      fontFamily={mono ? 'mono' : 'body'}
      fontWeight={written === null ? 400 : 650}
      background="transparent"
      borderWidth="1px"
      borderColor="transparent"
      borderRadius="2px"
      css={{ fieldSizing: 'content' }}
      _hover={{ borderColor: 'edge' }}
      _focus={{ borderColor: 'edge', background: 'sky' }}
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
