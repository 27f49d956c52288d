import { expect, test } from 'vitest'
import { LightSettings } from '@cloudbank/core/steps'
import { Previewer } from './Previewer'
import type { FromPreviewer, ToPreviewer } from './protocol'

/** A previewer whose worker is played by the test. */
function played() {
  const asked: ToPreviewer[] = []
  let answer: (message: FromPreviewer) => void = () => undefined
  const previewer = new Previewer({
    post: (message) => asked.push(message),
    listen: (onMessage) => (answer = onMessage),
    terminate: () => undefined,
  })
  return { previewer, asked, answer: (message: FromPreviewer) => answer(message) }
}

const drawing = (exposureEv: number, view = 'v') =>
  ({
    kind: 'draw',
    view,
    picture: 'p',
    settings: { ...LightSettings.parse({}), exposureEv },
    cube: null,
    sidePx: 800,
    marks: { clipping: false, strain: null },
  }) as const

const size = { width: 8, height: 6 }

test('of many drawings of one view only the first and the newest are made', async () => {
  const { previewer, asked, answer } = played()
  const drawings = [0, 1, 2, 3].map((ev) => previewer.draw(drawing(ev)))
  expect(asked).toHaveLength(1)
  answer({ callId: asked[0]!.callId, ok: true, answer: size })
  expect(await Promise.all(drawings.slice(0, 3))).toEqual([size, null, null])
  expect(asked).toHaveLength(2)
  expect(asked[1]!.request).toMatchObject({ settings: { exposureEv: 3 } })
  answer({ callId: asked[1]!.callId, ok: true, answer: size })
  expect(await drawings[3]).toEqual(size)
})

test('views do not wait for each other', () => {
  const { previewer, asked } = played()
  void previewer.draw(drawing(0, 'one'))
  void previewer.draw(drawing(0, 'two'))
  expect(asked).toHaveLength(2)
})

test('a failed drawing is told and the next one goes on', async () => {
  const { previewer, asked, answer } = played()
  const first = previewer.draw(drawing(0))
  const second = previewer.draw(drawing(1))
  answer({ callId: asked[0]!.callId, ok: false, message: 'not open' })
  await expect(first).rejects.toThrow('not open')
  await expect.poll(() => asked.length).toBe(2)
  answer({ callId: asked[1]!.callId, ok: true, answer: size })
  expect(await second).toEqual(size)
})
