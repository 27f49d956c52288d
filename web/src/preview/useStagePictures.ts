import { useEffect, useState } from 'react'
import { stepKey, type Plan } from '@cloudbank/core/brief'
import { CancelledError } from '@cloudbank/core/engine'
import { STEPS } from '@cloudbank/core/steps'
import type { JobAsset, KeyedMatte } from '@cloudbank/hosts/pool'
import type { StageRaster } from '@cloudbank/hosts/previewer'
import { database } from '../data'
import { sharedPreviewer } from './previewer'
import type { OpenPicture } from './useOpenPicture'
import { sharedPool } from '../work/pool'
import { mattesOf } from '../work/runs'

/** Stage pictures follow when the settings have been still for this long. */
const STILL_MS = 250

/** What is known of a shot's cut. */
export type ShotMattes =
  | { readonly kind: 'waiting' }
  | { readonly kind: 'here'; readonly mattes: readonly KeyedMatte[] }
  | { readonly kind: 'failed'; readonly error: unknown }

const WAITING: ShotMattes = { kind: 'waiting' }
const NO_CUT: ShotMattes = { kind: 'here', mattes: [] }

const CUT = STEPS.find(({ id }) => id === 'cut')!
const BEFORE_CUT = STEPS[STEPS.indexOf(CUT) - 1]!.id

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
  const job = { kind: 'decide', source: original.blob, plan, mattes: kept, assets } as const
  const { mattes } = await sharedPool().run<'decide'>(job, { signal })
  await database.mattes.bulkPut([...mattes])
  return mattes
}

/** The picture as it leaves each step; those from Cut on follow when the cut is there. */
export function useStagePictures(
  picture: OpenPicture | null,
  plan: Plan,
  assets: readonly JobAsset[],
  mattes: ShotMattes,
  {
    sidePx,
    only,
    placementId,
  }: { readonly sidePx: number; readonly only?: string; readonly placementId?: string },
): readonly StageRaster[] {
  const [stages, setStages] = useState<readonly StageRaster[]>([])
  useEffect(() => {
    if (!picture) return
    let current = true
    const timer = setTimeout(() => {
      const cut = mattes.kind === 'here'
      sharedPreviewer()
        .ask<'stages'>({
          kind: 'stages',
          picture: picture.name,
          plan,
          assets,
          mattes: cut ? mattes.mattes : [],
          sidePx,
          ...(cut ? {} : { until: BEFORE_CUT }),
          ...(only === undefined ? {} : { only }),
          ...(placementId === undefined ? {} : { placementId }),
        })
        .then(
          (made) => current && setStages(made),
          // A picture that was closed in the meantime has no stages; what cannot be made of it is said
          // by the run and beside the picture.
          () => undefined,
        )
    }, STILL_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [picture, plan, assets, mattes, sidePx, only, placementId])
  return stages
}
