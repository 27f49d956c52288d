import { randomUUID } from 'node:crypto'
import express, { Router } from 'express'
import {
  readScene,
  SceneOrder,
  type SceneProgress,
  type SceneSpec,
  type SceneTicket,
} from '@cloudbank/core/scene'

/** Makes the picture of a scene, as PNG. */
export type SceneWork = (
  spec: SceneSpec,
  size: { readonly width: number; readonly height: number },
  signal: AbortSignal,
  onProgress: (done01: number) => void,
) => Promise<Uint8Array>

/** Orders that are held; the oldest are forgotten. */
const MAX_HELD = 100
/** Credits for a megapixel. */
const COST = 0.25

interface Held {
  readonly stop: AbortController
  progress: SceneProgress
  picture: Uint8Array | null
}

/**
 * A simulated service that makes scenes, with the interface that one elsewhere would have: an order is taken, asked
 * after, fetched, or stopped.
 */
export function createSceneService(work: SceneWork): Router {
  const held = new Map<string, Held>()
  const router = Router()
  router.use(express.json({ limit: '10kb' }))

  router.post('/', ({ body }, response) => {
    const order = SceneOrder.safeParse(body)
    if (!order.success) {
      const [issue] = order.error.issues
      response
        .status(400)
        .json({ error: `${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}` })
      return
    }
    const { description, width, height, ...set } = order.data
    const { spec, unknown } = readScene(description, set)
    const id = randomUUID()
    const one: Held = {
      stop: new AbortController(),
      progress: { state: 'making', done01: 0 },
      picture: null,
    }
    hold(id, one)
    const { lightDeg, warmth, horizon01 } = spec
    const onProgress = (done01: number): void => {
      one.progress = { state: 'making', done01 }
    }
    work(spec, { width, height }, one.stop.signal, onProgress).then(
      (picture) => {
        one.picture = picture
        one.progress = { state: 'made', light: { lightDeg, warmth, horizon01 } }
      },
      (error: unknown) => {
        const reason = error instanceof Error ? error.message : String(error)
        one.progress = { state: 'failed', reason }
      },
    )
    const cost = Math.round(((COST * width * height) / 1e6) * 100) / 100
    response.status(202).json({ id, unknown: [...unknown], cost } satisfies SceneTicket)
  })

  router.get('/:id', ({ params: { id } }, response) => {
    const one = held.get(id)
    if (one) response.json(one.progress)
    else response.sendStatus(404)
  })

  router.get('/:id/picture', ({ params: { id } }, response) => {
    const picture = held.get(id)?.picture
    if (picture) response.type('png').send(Buffer.from(picture))
    else response.sendStatus(404)
  })

  router.delete('/:id', ({ params: { id } }, response) => {
    held.get(id)?.stop.abort()
    held.delete(id)
    response.sendStatus(204)
  })
  return router

  function hold(id: string, one: Held): void {
    held.set(id, one)
    const [oldest] = held
    if (!oldest || held.size <= MAX_HELD) return
    oldest[1].stop.abort()
    held.delete(oldest[0])
  }
}
