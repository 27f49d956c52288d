import { recipeOf, renditionsOf } from '../../work/model'
import { Box, Text } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import { FORMATS } from '@cloudbank/core/codec'
import { formatPercent } from '@cloudbank/core/words'
import { usePictureUrl, type Rendition, type ShootView, type Shot } from '../../data'
import { useDoubtfulPlaces } from './doubtfulPlace'
import type { ReviewModel } from './useReviewModel'
import './review.css'
import { strings } from './strings'

/** The largest rendition of a shot: what is delivered of it. */
export const largestOf = (shot: Shot, view: ShootView): Rendition | undefined =>
  [...renditionsOf(shot, recipeOf(view), view.renditions)].sort((a, b) => b.width - a.width)[0]

interface Props {
  readonly view: ShootView
  readonly model: ReviewModel
  readonly shot: Shot
}

/** The picture as it is delivered, whole or its doubtful place at 1:1; the next two are made ready behind it. */
export function ReviewPicture({ view, model, shot }: Props) {
  const { at, shots, isClose, place } = model
  const rendition = largestOf(shot, view)
  const places = useDoubtfulPlaces(shot, rendition, view)
  const [x, y] = places[place % places.length]!
  const made = usePictureUrl(rendition ? { table: 'contents', hash: rendition.fileHash } : null)
  const photograph = usePictureUrl(
    rendition ? null : { table: 'previews', hash: shot.originalHash },
  )
  const frame = useRef<HTMLDivElement>(null)
  const scale = useShownScale(frame, rendition)
  const placement = recipeOf(view).steps.finish.placements.find(
    ({ id }) => id === rendition?.placementId,
  )
  return (
    <Box flex="1" minWidth="0" position="relative" background="sky" padding="20px 20px 36px">
      <div className="review-frame" ref={frame} data-close={isClose || undefined}>
        <img
          src={made ?? photograph}
          alt={shot.fileName}
          draggable={false}
          style={
            isClose && rendition
              ? {
                  width: rendition.width,
                  height: rendition.height,
                  left: `calc(50% - ${x * rendition.width}px)`,
                  top: `calc(50% - ${y * rendition.height}px)`,
                }
              : undefined
          }
        />
      </div>
      <Text position="absolute" left="16px" bottom="6px" fontSize="12px" color="softInk">
        {rendition && placement
          ? strings.asDeliveredShownAt(
              placement.name,
              rendition.width,
              rendition.height,
              FORMATS[rendition.format].word,
              formatPercent(isClose ? 1 : scale, 0),
            )
          : strings.notMadeYetThisIs}
      </Text>
      {shots.slice(at + 1, at + 3).map((next) => (
        <Ahead key={next.id} shot={next} view={view} />
      ))}
    </Box>
  )
}

/** A picture that is read and decoded before it is asked for. */
function Ahead({ shot, view }: { shot: Shot; view: ShootView }) {
  const rendition = largestOf(shot, view)
  const url = usePictureUrl(
    rendition
      ? { table: 'contents', hash: rendition.fileHash }
      : { table: 'previews', hash: shot.originalHash },
  )
  return url ? <img src={url} alt="" aria-hidden decoding="sync" className="review-ahead" /> : null
}

/** How large a rendition is shown that fits a frame, as a share of its own size. */
function useShownScale(
  frame: React.RefObject<HTMLElement | null>,
  rendition: Rendition | undefined,
): number {
  const [size, setSize] = useState({ width: 1, height: 1 })
  useEffect(() => {
    if (!frame.current) return
    const observer = new ResizeObserver(([entry]) => entry && setSize(entry.contentRect))
    observer.observe(frame.current)
    return () => observer.disconnect()
  }, [frame])
  if (!rendition) return 1
  return Math.min(1, size.width / rendition.width, size.height / rendition.height)
}
