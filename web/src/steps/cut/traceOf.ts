import type { Plan } from '@cloudbank/core/brief'
import type { Outline } from '@cloudbank/core/steps'
import { sharedPreviewer } from '../../preview'
import type { Bench } from '../../stage/bench'

/** The outline of the cut as a path; null while there is no cut. */
export async function traceOf(
  { picture, assets, mattes }: Bench,
  plan: Plan,
): Promise<readonly Outline[] | null> {
  if (!picture || mattes.kind !== 'here') return null
  const { facts } = await sharedPreviewer().ask<'view'>({
    kind: 'view',
    view: 'cut/trace',
    picture: picture.name,
    name: { step: 'cut', view: 'trace' },
    options: null,
    plan,
    assets,
    mattes: mattes.mattes,
  })
  return facts as readonly Outline[] // what this view says
}
