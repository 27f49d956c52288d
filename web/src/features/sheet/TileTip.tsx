import { findingsByKind } from '@cloudbank/core/shoot'
import { findingsOf } from '../../work/model'
import { Portal } from '@chakra-ui/react'
import { useEffect, useState, type RefObject } from 'react'
import { stepOf, wordsOf } from '@cloudbank/core/steps'
import type { ShootView } from '../../data'
import { FindingWhy } from '../../ui'
import { strings } from './strings'

/** What is pointed at: a shot's marks, of one step or of all. */
interface Pointed {
  readonly shotId: string
  readonly step: string | null
  readonly at: DOMRect
}

/** Width of the words, in pixels. */
const WIDTH_PX = 260

/** Says why a mark is there while it is pointed at: the finding, its value and limit, and its remedy. */
export function TileTip(props: { scroller: RefObject<HTMLElement | null>; view: ShootView }) {
  const { scroller, view } = props
  const [pointed, setPointed] = useState<Pointed | null>(null)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const over = (event: PointerEvent): void => {
      const mark = event.target instanceof Element ? event.target.closest('[data-why]') : null
      const shotId = mark?.closest('[data-shot]')?.getAttribute('data-shot')
      setPointed(
        mark && shotId
          ? { shotId, step: mark.getAttribute('data-why'), at: mark.getBoundingClientRect() }
          : null,
      )
    }
    const leave = (): void => setPointed(null)
    element.addEventListener('pointerover', over)
    element.addEventListener('pointerleave', leave)
    element.addEventListener('scroll', leave)
    return () => {
      element.removeEventListener('pointerover', over)
      element.removeEventListener('pointerleave', leave)
      element.removeEventListener('scroll', leave)
    }
  }, [scroller])
  const shot = pointed && view.shots.find(({ id }) => id === pointed.shotId)
  if (!pointed || !shot) return null
  const findings = findingsOf(shot, view).filter((finding) =>
    pointed.step === 'look' ? wordsOf(finding).weight !== 'note' : stepOf(finding) === pointed.step,
  )
  if (findings.length === 0 && !shot.failure) return null
  const left = Math.min(Math.max(8, pointed.at.left - 8), window.innerWidth - WIDTH_PX - 8)
  const isLow = pointed.at.bottom > window.innerHeight - 180
  const place = isLow
    ? { bottom: window.innerHeight - pointed.at.top + 8 }
    : { top: pointed.at.bottom + 8 }
  return (
    <Portal>
      <div className="tile-tip" role="tooltip" style={{ left, width: WIDTH_PX, ...place }}>
        {shot.failure && <p>{strings.notMadeWithFailure(shot.failure)}</p>}
        {findingsByKind(findings).map((kind) => (
          <FindingWhy key={kind[0].code} findings={kind} />
        ))}
      </div>
    </Portal>
  )
}
