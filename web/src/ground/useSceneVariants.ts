import { useEffect, useRef, useState } from 'react'
import { CancelledError } from '@cloudbank/core/engine'
import type { SceneMatte, SceneOrder } from '@cloudbank/core/scene'
import type { FrameSettings } from '@cloudbank/core/steps'
import { describeError } from '../notices'
import { makeScene, sizeOf, type MadeScene } from '../work/scenes'

/** Longer side of a variant while it is chosen, in pixels. */
const CHOICE_PX = 480
const AT_ONCE = 4

/** The frame that a scene is made for. */
export interface FrameToFill {
  /** Width to height. */
  readonly ratio: number
  /** The line that products stand on, as a share of the height from the top. */
  readonly base01: number
  /** Where the product stands in it, as far as that is known yet. */
  readonly matteOf?: () => Promise<SceneMatte | null>
}

/** The frame of a step's settings: what is put into a scene stands on the base line. */
export const frameToFill = ({
  ratio,
  basePct,
}: Pick<FrameSettings, 'ratio' | 'basePct'>): FrameToFill => ({
  ratio: ratio.width / ratio.height,
  base01: 1 - basePct / 100,
})

/** One variant of a scene. */
export interface Variant {
  readonly order: SceneOrder
  readonly state:
    | { readonly kind: 'making'; readonly done01: number }
    | { readonly kind: 'made'; readonly scene: MadeScene }
    | { readonly kind: 'failed'; readonly reason: string }
}

/** Variants of described scenes, newest first; what is still being made is stopped when they are left. */
export function useSceneVariants({ ratio, base01, matteOf }: FrameToFill) {
  const [variants, setVariants] = useState<readonly Variant[]>([])
  const [unknown, setUnknown] = useState<readonly string[]>([])
  const stops = useRef(new Map<number, AbortController>())
  useEffect(() => {
    const all = stops.current
    return () => {
      for (const stop of all.values()) stop.abort()
    }
  }, [])
  const settle = (seed: number, state: Variant['state']): void =>
    setVariants((others) =>
      others.map((one) => (one.order.seed === seed ? { ...one, state } : one)),
    )
  const start = async (order: SceneOrder): Promise<void> => {
    const stop = new AbortController()
    stops.current.set(order.seed, stop)
    try {
      const scene = await makeScene(order, stop.signal, (done01) =>
        settle(order.seed, { kind: 'making', done01 }),
      )
      setUnknown(scene.unknown)
      settle(order.seed, { kind: 'made', scene })
    } catch (error) {
      if (!(error instanceof CancelledError))
        settle(order.seed, { kind: 'failed', reason: describeError(error) })
    }
  }
  return {
    variants,
    /** Words of the newest description that mean nothing. */
    unknown,
    make: async (description: string): Promise<void> => {
      if (description.trim() === '') return
      const matte = (await matteOf?.()) ?? undefined
      const orders = Array.from({ length: AT_ONCE }, (): SceneOrder => {
        const [seed = 0] = crypto.getRandomValues(new Uint32Array(1))
        const size = sizeOf(ratio, CHOICE_PX)
        return { description, seed: seed % 100_000, base01, ...size, ...(matte ? { matte } : {}) }
      })
      setVariants((others) => [
        ...orders.map((order): Variant => ({ order, state: { kind: 'making', done01: 0 } })),
        ...others,
      ])
      for (const order of orders) void start(order)
    },
    drop: (seed: number): void => {
      stops.current.get(seed)?.abort()
      setVariants((others) => others.filter(({ order }) => order.seed !== seed))
    },
  }
}
