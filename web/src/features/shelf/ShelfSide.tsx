import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { useRef } from 'react'
import { Link } from 'react-router'
import { FORMATS } from '@cloudbank/core/codec'
import { LINES } from '@cloudbank/core/lines'
import {
  loadingOf,
  markupOf,
  outOnShelf,
  type ShelfPicture,
  type ShelfProduct,
} from '@cloudbank/core/shelf'
import { relativeAddress } from '@cloudbank/core/shoot'
import { formatBytes, formatPercent } from '@cloudbank/core/words'
import { usePictureUrl, type ShootView } from '../../data'
import { useDragShots, useDropShots } from '../../drag'
import { attempt, useNotices } from '../../notices'
import { Action, Attention } from '../../ui'
import { outOfLine } from '../../work/model'
import { arrange, moved } from '../../work/products'
import type { LoadedSlot } from './ShelfFrame'
import type { ShelfChoice } from './ShelfTools'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  readonly shelf: readonly ShelfProduct[]
  readonly slots: readonly LoadedSlot[]
  /** What the page itself weighs, without its pictures. */
  readonly pageBytes: number
  readonly choice: ShelfChoice
  /** The product whose page is open; null for the listing. */
  readonly product: ShelfProduct | null
}

/** What the page weighs, what each slot loads, what is out of line; and the order of a product's pictures. */
export function ShelfSide({ view, shelf, slots, pageBytes, choice, product }: Props) {
  return (
    <Box
      width="310px"
      flex="none"
      overflowY="auto"
      paddingX="16px"
      paddingY="12px"
      background="paper"
      borderLeftWidth="1px"
      borderColor="hairline"
      fontSize="13px"
    >
      <LoadPart slots={slots} pageBytes={pageBytes} choice={choice} />
      {product && <OrderPart key={product.sku} product={product} />}
      <LinePart view={view} shelf={shelf} product={product} />
      <SlotPart slots={slots} density={choice.density} />
      <ReadAloudPart slots={slots} />
    </Box>
  )
}

function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={title} marginBottom="16px">
      <Heading as="h2" fontSize="14px" fontWeight="700" marginBottom="3px">
        {title}
      </Heading>
      {children}
    </Box>
  )
}

function LoadPart({ slots, pageBytes, choice }: Pick<Props, 'slots' | 'pageBytes' | 'choice'>) {
  // A file that stands in two places is loaded once.
  const once = [...new Map(slots.map((slot) => [slot.file.rendition.fileHash, slot])).values()]
  const loads = once.map(({ file, isSeen }) => ({ bytes: file.rendition.bytes, isSeen }))
  const line = LINES[choice.line]!
  const { seenMs, allMs } = loadingOf(pageBytes, loads, line)
  const bytes = loads.reduce((sum, one) => sum + one.bytes, 0)
  return (
    <Part title={strings.weight}>
      <Text fontWeight="600">
        {strings.loaded(strings.pictures(loads.length), formatBytes(bytes))}
      </Text>
      <Flex justify="space-between">
        <Text>{strings.firstScreen}</Text>
        <Text fontFamily="mono">{(seenMs / 1000).toFixed(1)} s</Text>
      </Flex>
      <Flex justify="space-between">
        <Text>{strings.everything}</Text>
        <Text fontFamily="mono">{(allMs / 1000).toFixed(1)} s</Text>
      </Flex>
      <Text fontSize="11px" color="softInk" marginTop="3px">
        {strings.howReckoned}
      </Text>
    </Part>
  )
}

/** Below this share of the pixels that its slot has, a picture looks soft. */
const ENOUGH_01 = 0.9

function SlotPart({ slots, density }: { slots: Props['slots']; density: number }) {
  return (
    <Part title={strings.whatEachLoads}>
      {slots.map(({ file, widthPx }, i) => {
        const { rendition, shot, destination } = file
        const needs = Math.round(widthPx * density)
        const isFew = rendition.width < needs * ENOUGH_01
        return (
          <Box key={i} paddingY="3px" borderTopWidth="1px" borderColor="hairline">
            <Flex gap="6px" align="center">
              {isFew && <Attention />}
              <Text truncate flex="1" title={file.path}>
                {shot.sku} {shot.angle}, {destination.placement.name}
              </Text>
              <Text fontFamily="mono" fontSize="12px">
                {FORMATS[rendition.format].word} {formatBytes(rendition.bytes)}
              </Text>
            </Flex>
            <Text fontSize="11px" color="softInk">
              {strings.shows(rendition.width, needs)}
              {isFew ? `, ${strings.tooFew}` : ''}
            </Text>
          </Box>
        )
      })}
    </Part>
  )
}

function LinePart({ view, shelf, product }: Pick<Props, 'view' | 'shelf' | 'product'>) {
  const ofProduct = outOfLine(view)
  const out =
    product === null
      ? outOnShelf(shelf, view.briefRow.brief.steps.frame.stand)
      : view.shots.flatMap((shot) => {
          const found = shot.sku === product.sku ? ofProduct.get(shot.id) : undefined
          return found ? [{ shot, share01: found.share01 }] : []
        })
  return (
    <Part title={strings.outOfLine}>
      {out.length === 0 && <Text color="softInk">{strings.inLine}</Text>}
      {out.map(({ shot: { id, fileName }, share01 }) => (
        <Flex key={id} gap="6px" align="center">
          <Attention />
          <Link to={`/shoots/${view.shoot.id}/shots/${id}`} state={{ stage: 'frame' }}>
            <u>{fileName}</u>
          </Link>
          <Text color="softInk">
            {strings.outBy(formatPercent(Math.abs(share01), 1), share01 > 0)}
          </Text>
        </Flex>
      ))}
    </Part>
  )
}

/** The pictures of the product whose page is open, in order. */
function OrderPart({ product }: { readonly product: ShelfProduct }) {
  const shots = product.pictures.map(({ shot }) => shot)
  const move = (shotId: string, to: number): void =>
    attempt(
      arrange(moved(shots, shotId, to), strings.putInOrder(product.sku)),
      strings.orderCouldntBeSaved,
    )
  const copy = async (): Promise<void> => {
    await navigator.clipboard.writeText(markupOf(product, ({ path }) => relativeAddress(path)))
    useNotices.getState().say(strings.markupCopied)
  }
  return (
    <Part title={strings.order}>
      <Text fontSize="11px" color="softInk">
        {strings.orderHint}
      </Text>
      <Flex as="ol" gap="6px" wrap="wrap" marginY="6px" listStyleType="none">
        {product.pictures.map((picture, i) => (
          <OrderPicture
            key={picture.shot.id}
            picture={picture}
            place={i}
            onMove={(to) => move(picture.shot.id, Math.min(shots.length - 1, Math.max(0, to)))}
            onDrop={(shotId) => move(shotId, i)}
          />
        ))}
      </Flex>
      <Action look="quiet" onClick={() => attempt(copy(), strings.couldntBeCopied)}>
        {strings.copyMarkup}
      </Action>
    </Part>
  )
}

function OrderPicture(props: {
  readonly picture: ShelfPicture
  readonly place: number
  readonly onMove: (to: number) => void
  readonly onDrop: (shotId: string) => void
}) {
  const { picture, place, onMove, onDrop } = props
  const element = useRef<HTMLLIElement>(null)
  useDragShots(element, picture.shot.id)
  const isOver = useDropShots(element, onDrop)
  const url = usePictureUrl({ table: 'previews', hash: picture.shot.originalHash })
  const name = `${picture.shot.angle ?? picture.shot.fileName}${place === 0 ? `, ${strings.cover}` : ''}`
  return (
    <li
      ref={element}
      tabIndex={0}
      aria-label={name}
      title={name}
      style={{ outline: isOver ? '2px solid currentColor' : undefined }}
      onKeyDown={({ key }) => {
        if (key === 'ArrowLeft') onMove(place - 1)
        if (key === 'ArrowRight') onMove(place + 1)
        if (key === 'Home') onMove(0)
      }}
    >
      <Box width="62px" height="62px" background="mat">
        {url !== undefined && (
          <img
            src={url}
            alt=""
            draggable={false}
            style={{ width: '100%', height: '100%', objectFit: 'contain' }}
          />
        )}
      </Box>
      <Text fontSize="11px" truncate width="62px">
        {name}
      </Text>
    </li>
  )
}

/** What somebody hears who can't see the pictures. */
function ReadAloudPart({ slots }: Pick<Props, 'slots'>) {
  return (
    <Part title={strings.readAloud}>
      {slots.map(({ alt }, i) => (
        <Flex key={i} gap="6px" align="center" paddingY="1px">
          {!alt && <Attention />}
          <Text>{alt ? strings.image(alt) : strings.noDescription}</Text>
        </Flex>
      ))}
    </Part>
  )
}
