// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { browserWindow, draw, DRAWN } from '../app/drawn.testing'
import type { PointerTool } from './useViewerTool'
import type { PicturePoint, Shown } from './view'
import { Viewer } from './Viewer'

const PICTURE = { width: 1200, height: 600 }

const WHOLE = { place: 'whole' } as const

type Given = Partial<Parameters<typeof Viewer>[0]>

const viewer = (given: Given) => (
  <Viewer
    picture={PICTURE}
    window={{ x: 0.25, y: 0, width: 0.5, height: 1 }}
    result="result.png"
    original="original.png"
    compare="result"
    showOriginal={false}
    onScale={() => undefined}
    shows={WHOLE}
    {...given}
  />
)

/** A viewer of the picture, how it lies, and its element. */
function open(given: Given = {}) {
  const lies: Shown[] = []
  const onShown = (shown: Shown): void => void lies.push(shown)
  const drawn = draw(viewer({ onShown, ...given }))
  const change = (next: Given): void => drawn.rerender(viewer({ onShown, ...given, ...next }))
  return { ...drawn, change, element: screen.getByTestId('viewer'), view: () => lies.at(-1)!.view }
}
const pane = (element: HTMLElement, at = 0): Element => element.children[at]!
/** Where a point of the viewer lies in the picture, in pixels. */
const under = ({ scale, x, y }: Shown['view'], px: number, py: number): number[] => [
  (px - x) / scale,
  (py - y) / scale,
]

test('shows the whole picture at first, in the middle', () => {
  const { view } = open()
  // 24 px on either side of 800.
  const scale = (DRAWN.width - 48) / PICTURE.width
  expect(view()).toEqual({ scale, x: 24, y: (DRAWN.height - PICTURE.height * scale) / 2 })
})

test('the wheel zooms and keeps what is under the pointer where it is', () => {
  const { element, view } = open()
  const before = view()
  fireEvent.wheel(pane(element), { deltaY: -300, clientX: 200, clientY: 250 })
  expect(view().scale / before.scale).toBeCloseTo(Math.E, 6)
  under(view(), 200, 250).forEach((v, i) => expect(v).toBeCloseTo(under(before, 200, 250)[i]!, 6))
  for (let i = 0; i < 9; i++)
    fireEvent.wheel(pane(element), { deltaY: -900, clientX: 200, clientY: 250 })
  expect(view().scale).toBe(16)
})

test('a drag moves the picture; one that a tool takes does not', () => {
  const { element, view, change } = open()
  const before = view()
  const dragBy = (x: number, y: number): void => {
    const at = { button: 0, view: browserWindow }
    fireEvent.mouseDown(pane(element), { ...at, clientX: 300, clientY: 300 })
    fireEvent.mouseMove(browserWindow, { ...at, clientX: 300 + x, clientY: 300 + y })
    fireEvent.mouseUp(browserWindow, { ...at, clientX: 300 + x, clientY: 300 + y })
  }
  dragBy(40, -15)
  expect(view()).toEqual({ ...before, x: before.x + 40, y: before.y - 15 })
  const tool: PointerTool = {
    cursor: 'crosshair',
    onDown: () => undefined,
    onDrag: () => undefined,
    onUp: () => undefined,
  }
  change({ tool })
  dragBy(100, 100)
  expect(view()).toEqual({ ...before, x: before.x + 40, y: before.y - 15 })
})

test('a tool is told fractions of the picture’s sides, in either of two panes', () => {
  const told: [kind: string, at: PicturePoint][] = []
  const tool: PointerTool = {
    cursor: 'crosshair',
    onDown: (at) => told.push(['down', at]),
    onDrag: (at) => told.push(['drag', at]),
    onUp: (at) => told.push(['up', at]),
  }
  const { element } = open({ tool, compare: 'beside' })
  const paneWidth = DRAWN.width / 2
  const use = (x: number): void => {
    fireEvent.pointerDown(element, { button: 0, clientX: x, clientY: 300 })
    fireEvent.pointerMove(element, { clientX: x + 88, clientY: 300 })
    fireEvent.pointerUp(element, { clientX: x + 88, clientY: 300 })
    // Let go, it is told nothing more.
    fireEvent.pointerMove(element, { clientX: x, clientY: 300 })
  }
  use(200)
  use(200 + paneWidth)
  // The pane's middle is the picture's; 88 px are a quarter of the 352 it is wide there.
  const once = [
    ['down', { x: 0.5, y: 0.5 }],
    ['drag', { x: 0.75, y: 0.5 }],
    ['up', { x: 0.75, y: 0.5 }],
  ]
  expect(told).toEqual([...once, ...once])
})

test('a tool that is drawn anew while it is held goes on with what it has become', () => {
  const told: string[] = []
  const toolOf = (name: string): PointerTool => ({
    cursor: 'crosshair',
    onDown: () => told.push(`${name} down`),
    onDrag: () => told.push(`${name} drag`),
    onUp: () => told.push(`${name} up`),
  })
  const { element, change } = open({ tool: toolOf('first') })
  fireEvent.pointerDown(element, { button: 0, clientX: 300, clientY: 300 })
  change({ tool: toolOf('second') })
  fireEvent.pointerMove(element, { clientX: 320, clientY: 300 })
  change({ tool: toolOf('third') })
  fireEvent.pointerUp(element, { clientX: 320, clientY: 300 })
  expect(told).toEqual(['first down', 'second drag', 'third up'])
})

test('says where the pointer is while it is in the picture', () => {
  const points: (PicturePoint | null)[] = []
  const { element } = open({ onPoint: (point) => points.push(point) })
  fireEvent.pointerMove(element, { clientX: 400, clientY: 300 })
  fireEvent.pointerMove(element, { clientX: 5, clientY: 300 })
  fireEvent.pointerLeave(element)
  expect(points).toEqual([{ x: 0.5, y: 0.5 }, null, null])
})

test('goes to a place at 1:1, to the middle, and to the whole picture; asked again, it goes there anew', async () => {
  const { view, change, user } = open()
  const whole = view()
  change({ shows: { place: { x: 0.25, y: 0.5 } } })
  expect(view()).toEqual({ scale: 1, x: 100, y: 0 })
  change({ shows: { place: 'actual' } })
  expect(view()).toEqual({ scale: 1, x: -200, y: 0 })
  await user.keyboard('.')
  expect(view().scale).toBe(1.5)
  change({ shows: { place: 'actual' } })
  expect(view().scale).toBe(1)
  change({ shows: { place: 'whole' } })
  expect(view()).toEqual(whole)
})

test('in a row the whole picture leaves no room about itself', () => {
  const { view } = open({ marginPx: 0 })
  expect(view()).toEqual({ scale: DRAWN.width / PICTURE.width, x: 0, y: 100 })
})

test('two panes lie alike when one is zoomed', () => {
  const { element } = open({ compare: 'beside' })
  fireEvent.wheel(pane(element, 1), { deltaY: -200, clientX: 120, clientY: 200 })
  const [left, right] = [...element.querySelectorAll('img')].map((img) => img.alt)
  expect([left, right]).toEqual(['The original', 'The result'])
  const original = element.querySelector<HTMLElement>('img[alt="The original"]')!.parentElement!
  const result = element.querySelector<HTMLElement>('img[alt="The result"]')!
  expect([original.style.left, original.style.width]).toEqual([
    result.style.left,
    result.style.width,
  ])
  expect(parseFloat(result.style.width)).toBeGreaterThan(352)
})

test('the original lies in register: its window is where the result is', () => {
  const { element } = open({ showOriginal: true })
  const original = element.querySelector<HTMLElement>('img[alt="The original"]')!
  const frame = original.parentElement!
  const width = parseFloat(frame.style.width)
  expect(parseFloat(original.style.width)).toBeCloseTo(width * 2, 6)
  expect(parseFloat(original.style.left)).toBeCloseTo(-width / 2, 6)
})

test('the wipe line is moved by arrow keys, no further than the picture', async () => {
  const { user } = open({ compare: 'wipe' })
  const line = screen.getByRole('slider', { name: 'Wipe line' })
  line.focus()
  await user.keyboard('{ArrowLeft}{ArrowLeft}')
  expect(line.getAttribute('aria-valuenow')).toBe('46')
  await user.keyboard('{ArrowRight>40/}')
  expect(line.getAttribute('aria-valuenow')).toBe('100')
})
