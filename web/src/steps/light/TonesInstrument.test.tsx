// @vitest-environment jsdom
import { fireEvent, screen } from '@testing-library/react'
import { expect, test } from 'vitest'
import { SHOP_WHITE } from '@cloudbank/core/brief'
import { measured, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { LightSettings } from '@cloudbank/core/steps'
import { draw, DRAWN } from '../../app/drawn.testing'
import type { ShotEditor } from '../../stage/useShotEditor'
import { TonesInstrument } from './TonesInstrument'

type Told = readonly ['show' | 'keep', values: unknown, words?: string]

/** The instrument at these settings, and what it does with them. */
function instrument(change: Partial<LightSettings> = {}) {
  const told: Told[] = []
  const light = { ...LightSettings.parse({}), ...change }
  const actions: ShotEditor['actions'] = {
    show: (_step, values) => void told.push(['show', values]),
    keep: (words, _step, values) => void told.push(['keep', values, words]),
    release: () => undefined,
  }
  const editor: ShotEditor = {
    steps: { ...SHOP_WHITE.steps, light },
    drafts: new Map(),
    level: 'shot',
    setLevel: () => undefined,
    placementId: null,
    setPlacementId: () => undefined,
    placements: [],
    hasLighting: false,
    originOf: () => 'brief',
    actions,
  }
  const shots = [shotRow('a', { sku: 'M-1' }), shotRow('b', { sku: 'M-1' })]
  const view = {
    ...shootView({
      shots,
      measures: new Map([
        ['a', measured()],
        ['b', measured()],
      ] as const),
    }),
    refusals: [],
    readAt: 0,
  }
  const drawn = draw(
    <TonesInstrument editor={editor} view={view} shot={shots[0]!} histogram={null} />,
  )
  return { ...drawn, told, tones: screen.getByTestId('histogram') }
}

/** A point of the instrument, 0 to 1 from its lower left, as a pointer is there. */
const at = (x: number, y: number) => ({ clientX: x * DRAWN.width, clientY: (1 - y) * DRAWN.height })

test('the tones are pushed sideways: a hundred pixels are a stop, kept when let go', () => {
  const { tones, told } = instrument({ exposureEv: 0.5 })
  fireEvent.pointerDown(tones, at(0.5, 0.05))
  const later = { ...at(0.5, 0.05), clientX: 0.5 * DRAWN.width + 60 }
  fireEvent.pointerMove(tones, later)
  fireEvent.pointerUp(tones, later)
  expect(told).toEqual([
    ['show', { exposureEv: 1.1 }],
    ['keep', { exposureEv: 1.1 }, 'Exposure +1.10'],
  ])
})

test('exposure ends at three stops, and a push that moves nothing keeps nothing', () => {
  const { tones, told } = instrument()
  fireEvent.pointerDown(tones, at(0.5, 0.05))
  fireEvent.pointerMove(tones, { ...at(0.5, 0.05), clientX: 5000 })
  fireEvent.pointerUp(tones, at(0.5, 0.05))
  expect(told).toEqual([['show', { exposureEv: 3 }]])
})

test('a press on the curve sets a point, and the drag moves it', () => {
  const { tones, told } = instrument()
  // At rest the curve runs from corner to corner.
  fireEvent.pointerDown(tones, at(0.4, 0.4))
  expect(told).toEqual([['show', { curve: [{ x: 40, y: 40 }] }]])
})

test('a point near the press is the one that is moved, within the square', () => {
  const curve = [
    { x: 30, y: 30 },
    { x: 70, y: 70 },
  ]
  const { tones, told } = instrument({ curve })
  fireEvent.pointerDown(tones, at(0.7, 0.7))
  fireEvent.pointerMove(tones, at(0.75, 1.4))
  fireEvent.pointerUp(tones, at(0.75, 0.8))
  expect(told).toEqual([
    ['show', { curve: [curve[0], { x: 75, y: 100 }] }],
    ['keep', { curve: [curve[0], { x: 75, y: 80 }] }, 'Tone curve'],
  ])
})

test('a point is moved by arrow keys and removed by Delete; Straighten removes all', async () => {
  const curve = [
    { x: 30, y: 30 },
    { x: 70, y: 100 },
  ]
  const { user, told } = instrument({ curve })
  screen.getByRole('slider', { name: 'Point 2 of the curve' }).focus()
  await user.keyboard('{ArrowUp}{ArrowLeft}{Delete}')
  await user.click(screen.getByRole('button', { name: 'Straighten' }))
  expect(told.map(([, values]) => values)).toEqual([
    // It is at the top already.
    { curve: [curve[0], { x: 70, y: 100 }] },
    { curve: [curve[0], { x: 69, y: 100 }] },
    { curve: [curve[0]] },
    { curve: [] },
  ])
})

test('nine points are one too many: the press pushes the tones instead', () => {
  const curve = Array.from({ length: 8 }, (_, i) => ({ x: 10 + i * 10, y: 10 + i * 10 }))
  const { tones, told } = instrument({ curve })
  fireEvent.pointerDown(tones, at(0.945, 0.945))
  fireEvent.pointerMove(tones, { ...at(0.945, 0.945), clientX: 0.945 * DRAWN.width + 10 })
  expect(told).toEqual([['show', { exposureEv: 0.1 }]])
})

test('automatic tone is switched, and says which way', async () => {
  const { user, told } = instrument({ autoTone: false })
  await user.click(screen.getByLabelText('Automatic tone'))
  expect(told).toEqual([['keep', { autoTone: true }, 'Automatic tone on']])
})
