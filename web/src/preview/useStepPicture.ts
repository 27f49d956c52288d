import { useEffect, useId, useState } from 'react'
import { stepKey, type Plan } from '@cloudbank/core/brief'
import { CancelledError } from '@cloudbank/core/engine'
import { STEPS, type StepId } from '@cloudbank/core/steps'
import type { JobAsset, KeyedMatte } from '@cloudbank/hosts/pool'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import { database } from '../data'
import { sharedPreviewer } from './previewer'
import type { OpenPicture } from './useOpenPicture'
import { sharedPool } from '../work/pool'
import { lookOf, mattesOf } from '../work/shotJob'

/** What is known of a shot's cut. */
export type ShotMattes =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'here'; readonly mattes: readonly KeyedMatte[] }
  | { readonly kind: 'failed'; readonly error: unknown }

const WAITING: ShotMattes = { kind: 'waiting' }
const NO_CUT: ShotMattes = { kind: 'here', mattes: [] }

const CUT = STEPS.find(({ id }) => id === 'cut')!

/** The shot's mattes: those that are kept, or else cut in the background and kept. */
export function useMattes(plan: Plan, assets: readonly JobAsset[]): ShotMattes {
  const isCut = plan.steps.cut?.method !== 'off' || plan.touches.cut !== undefined
  const key = stepKey(plan, CUT)
  const [found, setFound] = useState<{ readonly key: string; readonly mattes: ShotMattes } | null>(
    null,
  )
  useEffect(() => {
    if (!isCut) return
    let current = true
    const tell = (mattes: ShotMattes): void => {
      if (current) setFound({ key, mattes })
    }
    const { mattes: finding, leave } = shareMattes(key, plan, assets)
    finding.then(
      (mattes) => tell({ kind: 'here', mattes }),
      (error: unknown) => {
        // Stopped because the shot was left.
        if (!(error instanceof CancelledError)) tell({ kind: 'failed', error })
      },
    )
    return () => {
      current = false
      leave()
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all about the plan that matters here
  }, [key, isCut])
  if (!isCut) return NO_CUT
  return found?.key === key ? found.mattes : WAITING
}

interface Finding {
  readonly mattes: Promise<readonly KeyedMatte[]>
  readonly control: AbortController
  users: number
}
const underWay = new Map<string, Finding>()

/** A cut that several pictures wait for is made once, and stopped when the last of them is left. */
function shareMattes(
  key: string,
  plan: Plan,
  assets: readonly JobAsset[],
): { mattes: Promise<readonly KeyedMatte[]>; leave: () => void } {
  const known = underWay.get(key) ?? begin(key, plan, assets)
  known.users++
  return {
    mattes: known.mattes,
    leave: () => {
      if (--known.users > 0) return
      known.control.abort()
      if (underWay.get(key) === known) underWay.delete(key)
    },
  }
}

function begin(key: string, plan: Plan, assets: readonly JobAsset[]): Finding {
  const control = new AbortController()
  const finding = { mattes: findMattes(plan, assets, control.signal), control, users: 0 }
  underWay.set(key, finding)
  return finding
}

async function findMattes(
  plan: Plan,
  assets: readonly JobAsset[],
  signal: AbortSignal,
): Promise<readonly KeyedMatte[]> {
  const kept = await mattesOf(plan, database)
  if (kept.length > 0) return kept
  const original = await database.originals.get(plan.original as never)
  if (!original || signal.aborted) throw new CancelledError()
  const look = await lookOf(plan.original, database)
  const job = { kind: 'decide', source: original.blob, plan, mattes: kept, assets, look } as const
  const { mattes } = await sharedPool().run<'decide'>(job, { signal })
  await database.mattes.bulkPut([...mattes])
  return mattes
}

interface Wanted {
  readonly step: StepId
  /** Longer side, in pixels. */
  readonly sidePx: number
  /** The placement as which it is framed; the first where it is missing. */
  readonly placementId?: string | undefined
}

/** The picture as it leaves a step, drawn anew with every change; from Cut on it follows when the cut is there. */
export function useStepPicture(
  picture: OpenPicture | null,
  plan: Plan,
  assets: readonly JobAsset[],
  mattes: ShotMattes,
  { step, sidePx, placementId }: Wanted,
): StageRaster | undefined {
  const view = useId()
  const [drawn, setDrawn] = useState<StageRaster>()
  const isAfterCut = STEPS.findIndex(({ id }) => id === step) >= STEPS.indexOf(CUT)
  useEffect(() => {
    if (!picture || (isAfterCut && mattes.kind !== 'here')) return
    let current = true
    sharedPreviewer()
      .draw<'stages'>({
        kind: 'stages',
        view,
        picture: picture.name,
        plan,
        assets,
        mattes: mattes.kind === 'here' ? mattes.mattes : [],
        sidePx: Math.round(sidePx),
        only: step,
        ...(isAfterCut ? {} : { until: step }),
        ...(placementId === undefined ? {} : { placementId }),
      })
      .then(
        (made) => {
          const one = made?.find((each) => each.step === step)
          if (one && current) setDrawn(one)
        },
        // A picture that was closed in the meantime has no stages; what cannot be made of it is said
        // by the run and beside the picture.
        () => undefined,
      )
    return () => {
      current = false
    }
  }, [view, picture, plan, assets, mattes, step, sidePx, placementId, isAfterCut])
  return drawn?.step === step ? drawn : undefined
}
