import type { Plan } from '@cloudbank/core/brief'
import type { Outline } from '@cloudbank/core/steps'
import { sharedPreviewer } from '../../../../preview'
import type { Bench } from '../../useBench'

/** The outline of the cut as a path; null while there is no cut. */
export async function traceOf(
  { picture, assets, mattes }: Bench,
  plan: Plan,
): Promise<readonly Outline[] | null> {
  if (!picture || mattes.kind !== 'here') return null
  return sharedPreviewer().ask<'trace'>({
    kind: 'trace',
    picture: picture.name,
    plan,
    assets,
    mattes: mattes.mattes,
  })
}
