import { CancelledError } from '@cloudbank/core/engine'
import { SceneProgress, SceneTicket, type SceneLight } from '@cloudbank/core/scene'
import { UnreachableError } from '@cloudbank/hosts/pool'
import type { ClockPort } from '@cloudbank/hosts/runs'
import type { z } from 'zod'
import { SceneRefusedError, type SceneMaker } from './sceneMaker'
import { strings } from '../strings'

const SERVICE = 'The scene maker'
/** How often it is asked how far it is, in ms: soon at first, then less often. */
const [FIRST_MS, MAX_MS] = [150, 1500]
/** A scene that takes longer than this will not come, in ms. */
const PATIENCE_MS = 120_000

/**
 * Scenes from a service over HTTP.
 *
 * @param fetcher `fetch`, or one that is played.
 */
export const serviceMaker =
  (address: string, clock: ClockPort, fetcher: typeof fetch): SceneMaker =>
  async (order, signal, onProgress) => {
    const ask = async (path: string, init: RequestInit = {}): Promise<Response> => {
      try {
        return await fetcher(`${address}${path}`, { ...init, signal })
      } catch (error) {
        if (signal.aborted) throw new CancelledError()
        throw new UnreachableError(SERVICE, { cause: error })
      }
    }
    const taken = await ask('', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(order),
    })
    if (taken.status === 400)
      throw new SceneRefusedError(strings.sceneRefused(await reasonOf(taken)))
    if (!taken.ok) throw new UnreachableError(SERVICE)
    const { id, unknown, cost } = await readAs(SceneTicket, taken)
    const light = await waitFor(id)
    const picture = await ask(`/${id}/picture`)
    const blob = picture.ok ? await picture.blob() : null
    if (!blob || blob.size === 0) throw new SceneRefusedError(strings.sceneHalfSent)
    return { picture: blob, light, unknown, by: 'service', cost }

    async function waitFor(ticket: string): Promise<SceneLight> {
      const until = clock.now() + PATIENCE_MS
      for (let pause = FIRST_MS; ; pause = Math.min(MAX_MS, pause * 1.5)) {
        await clock.sleep(pause, signal)
        if (signal.aborted) {
          // Whoever does not wait any more need not be worked for.
          void fetcher(`${address}/${ticket}`, { method: 'DELETE' }).catch(() => undefined)
          throw new CancelledError()
        }
        const asked = await ask(`/${ticket}`)
        if (!asked.ok) throw new UnreachableError(SERVICE)
        const progress = await readAs(SceneProgress, asked)
        if (progress.state === 'made') return progress.light
        if (progress.state === 'failed')
          throw new SceneRefusedError(strings.sceneFailed(progress.reason))
        onProgress?.(progress.done01)
        if (clock.now() > until) throw new SceneRefusedError(strings.sceneTookTooLong)
      }
    }
  }

async function readAs<S extends z.ZodType>(schema: S, response: Response): Promise<z.output<S>> {
  const data: unknown = await response.json().catch(() => null)
  const read = schema.safeParse(data)
  // Something answers, but not the service.
  if (!read.success) throw new UnreachableError(SERVICE)
  return read.data
}

async function reasonOf(response: Response): Promise<string> {
  const data = (await response.json().catch(() => null)) as { error?: unknown } | null
  return typeof data?.error === 'string' ? data.error : ''
}
