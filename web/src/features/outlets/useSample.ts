import { useEffect, useState } from 'react'
import { CancelledError } from '@cloudbank/core/engine'
import { checkFile, placesOf, type BrokenRule, type Outlet } from '@cloudbank/core/outlets'
import type { JobResults } from '@cloudbank/hosts/pool'
import { database, type ShootView, type Shot } from '../../data'
import { describeError } from '../../notices'
import { planOf, recipeOf, stepsFor } from '../../work/model'
import { sharedPool } from '../../work/pool'
import { shotJob } from '../../work/shotJob'

/** A file made by an outlet's rules, for trying. */
export interface SampleFile {
  readonly file: JobResults['render']['renditions'][number]
  /** The rules that it breaks. */
  readonly broken: readonly BrokenRule[]
}

export type Sample =
  | { readonly kind: 'making'; readonly before: SampleFile | null }
  | { readonly kind: 'made'; readonly sample: SampleFile }
  | { readonly kind: 'failed'; readonly reason: string }

/** A change is awaited this long before a file is made of it, in ms. */
const SETTLED_MS = 400

/** What a shot comes to at an outlet's placement: a file that is really made, and checked, but not kept. */
export function useSample(
  view: ShootView,
  shot: Shot,
  outlet: Outlet,
  placementId: string,
): Sample {
  const [sample, setSample] = useState<Sample>({ kind: 'making', before: null })
  const key = JSON.stringify(outlet)
  const { steps } = view.briefRow.brief
  useEffect(() => {
    const control = new AbortController()
    setSample((now) => ({ kind: 'making', before: now.kind === 'made' ? now.sample : null }))
    const timer = setTimeout(() => {
      makeSample({ view, shot, outlet, placementId }, control.signal).then(
        (made) => !control.signal.aborted && setSample({ kind: 'made', sample: made }),
        (error: unknown) => {
          if (control.signal.aborted || error instanceof CancelledError) return
          setSample({ kind: 'failed', reason: describeError(error) })
        },
      )
    }, SETTLED_MS)
    return () => {
      clearTimeout(timer)
      control.abort()
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what decides the file, by value
  }, [key, placementId, shot, steps])
  return sample
}

interface Asked {
  readonly view: ShootView
  readonly shot: Shot
  readonly outlet: Outlet
  readonly placementId: string
}

async function makeSample(
  { view, shot, outlet, placementId }: Asked,
  signal: AbortSignal,
): Promise<SampleFile> {
  const { steps } = view.briefRow.brief
  const going = stepsFor(steps, { outlets: [outlet], ownFiles: false })
  const plan = planOf(shot, { ...recipeOf(view), steps: going, look: steps })
  const place = placesOf([outlet]).find(({ placement }) => placement.id === placementId)
  const original = await database.originals.get(shot.originalHash)
  if (!original || !place) throw new CancelledError()
  const job = {
    kind: 'render',
    only: [place.planned.id],
    ...(await shotJob(plan, original.blob)),
  } as const
  const { renditions } = await sharedPool().run<'render'>(job, { signal })
  const file = renditions[0]!
  return { file, broken: checkFile(file.finished, outlet.rules, { altText: 'described' }) }
}
