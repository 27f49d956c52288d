// @vitest-environment jsdom
import { useState } from 'react'
import { expect, test } from 'vitest'
import { screen } from '@testing-library/react'
import type { CutFacts, Repair } from '@cloudbank/core/steps'
import { draw } from '../../app/drawn.testing'
import type { Bench } from '../../stage/bench'
import type { PicturePoint } from '../../stage/view'
import { PlacesToCheck } from './PlacesToCheck'
import { useDoubts } from './useDoubts'

const FACTS: CutFacts = {
  kind: 'cut',
  box: { x: 0.2, y: 0.2, width: 0.6, height: 0.6 },
  repairs: 0,
  atBorder: 'clear',
  holes: 1,
  confidence01: 0.4,
  doubts: [
    {
      kind: 'gap',
      isOpen: false,
      share01: 0.05,
      box: { x: 0.4, y: 0.4, width: 0.1, height: 0.2 },
      points: [[0.45, 0.5]],
    },
    {
      kind: 'stretch',
      share01: 0.01,
      box: { x: 0.2, y: 0.2, width: 0.02, height: 0.3 },
      points: [[0.2, 0.3]],
    },
  ],
}

/** A shot whose photograph is not open yet: its places have no pictures. */
const BENCH = {
  shot: { width: 1000, height: 800 },
  plan: {},
  picture: null,
  assets: [],
  mattes: { kind: 'waiting' },
} as unknown as Bench // all that the places read of it

/** The way through them, where the picture goes, and what was done. */
function Checked() {
  const [all, setAll] = useState<Readonly<Record<string, Repair>>>({})
  const add = (repair: Repair): void => setAll({ ...all, [Object.keys(all).length]: repair })
  const [place, setPlace] = useState<PicturePoint | null>(null)
  const doubts = useDoubts('shot', FACTS, { all, add }, setPlace)
  return (
    <>
      <PlacesToCheck bench={BENCH} plan={BENCH.plan} doubts={doubts} />
      <output>{JSON.stringify([place, Object.values(all)])}</output>
    </>
  )
}

const shown = (): unknown => JSON.parse(screen.getByRole('status').textContent)
const place = (): string | null => screen.getByTestId('place-in-view').textContent

test('places are gone through by one key, and the gap in view is turned by another, and back', async () => {
  const { user } = draw(<Checked />)
  expect(screen.queryByTestId('place-in-view')).toBeNull()
  await user.keyboard('a')
  expect(shown()).toEqual([null, []])

  await user.keyboard('q')
  expect(place()).toBe('1 of 2: gap, closed')
  await user.keyboard('a')
  const flip = { kind: 'flip', turn: 1, hidden: false, at: [0.45, 0.5] }
  expect(shown()).toEqual([{ x: 0.45, y: 0.5 }, [flip]])
  expect(place()).toBe('1 of 2: gap, open')
  await user.click(screen.getByRole('button', { name: /Close this gap/ }))
  expect(shown()).toMatchObject([{}, [flip, { ...flip, turn: 2 }]])
  expect(place()).toBe('1 of 2: gap, closed')

  await user.keyboard('q')
  expect(place()).toBe('2 of 2: edge unsure')
  expect(screen.queryByRole('button', { name: /this gap/ })).toBeNull()
  await user.keyboard('q')
  expect(place()).toBe('1 of 2: gap, closed')

  // Its picture shows a place as the key does.
  await user.click(screen.getByRole('button', { name: '2 edge unsure' }))
  expect(place()).toBe('2 of 2: edge unsure')
  expect(shown()).toMatchObject([{ y: 0.35 }, [flip, {}]])
})
