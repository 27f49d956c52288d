import { useEffect, useState } from 'react'
import { matteKey, type Plan } from '@cloudbank/core/brief'
import type { PackedMatte } from '@cloudbank/core/engine'
import type { CubeLut } from '@cloudbank/core/steps'
import type { StagePicture } from '@cloudbank/hosts/previewer'
import { database } from '../../data'
import { sharedPreviewer, type OpenPicture } from '../../preview'
import { sharedPool } from '../../work/pool'

/** Stage pictures follow when the settings have been still for this long. */
const STILL_MS = 250

/** The picture as it leaves each step; those after Cut follow when the cut is there. */
export function useStagePictures(
  picture: OpenPicture | null,
  plan: Plan,
  cube: CubeLut | null,
  sidePx: number,
): readonly StagePicture[] {
  const [stages, setStages] = useState<readonly StagePicture[]>([])
  const matte = useMatte(plan)
  useEffect(() => {
    if (!picture) return
    let current = true
    const timer = setTimeout(() => {
      sharedPreviewer()
        .ask<'stages'>({
          kind: 'stages',
          picture: picture.name,
          steps: plan.steps,
          cube,
          matte,
          sidePx,
        })
        .then(
          (made) => current && setStages(made),
          // A picture that was closed in the meantime has no stages.
          () => undefined,
        )
    }, STILL_MS)
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [picture, plan.steps, cube, matte, sidePx])
  return stages
}

/** The shot's matte: the one that is kept, or else cut in the background and kept. */
function useMatte(plan: Plan): PackedMatte | null {
  const key = matteKey(plan)
  const [found, setFound] = useState<{ key: string; matte: PackedMatte } | null>(null)
  useEffect(() => {
    if (plan.steps.cut.method === 'off') return
    const control = new AbortController()
    const load = async (): Promise<void> => {
      const kept = await database.mattes.get(key)
      if (kept) {
        setFound(kept)
        return
      }
      const original = await database.originals.get(plan.original)
      if (!original || control.signal.aborted) return
      const job = { kind: 'cut', source: original.blob, plan } as const
      const { matte } = await sharedPool().run<'cut'>(job, { signal: control.signal })
      if (!matte) return
      await database.mattes.put({ key, matte })
      setFound({ key, matte })
    }
    // Stopped when the shot is left; what fails here is said when the shot is made.
    load().catch(() => undefined)
    return () => control.abort()
    // The key says all about the plan that matters here.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return found?.key === key ? found.matte : null
}
