import type { Plan } from '@cloudbank/core/brief'
import type { TidyViewFacts, TidyViewOptions } from '@cloudbank/core/steps'
import type { Bench } from '../../stage/bench'
import type { ShownPart } from '../../stage/hand'
import { useView, type ViewDrawing } from '../../stage/useView'

export type TidyDrawing = ViewDrawing<TidyViewFacts>

const CLOSE = { step: 'tidy', view: 'close' } as const
const NONE: readonly never[] = []

/** A part of the tidied picture; until its cut is there, without what goes by it. */
export function useTidyView(
  { picture, assets, mattes: known }: Pick<Bench, 'picture' | 'assets' | 'mattes'>,
  plan: Plan,
  seen: Pick<TidyViewOptions, 'look' | 'band' | 'strain' | 'shade'>,
  part: ShownPart | null,
): TidyDrawing | null {
  const mattes = known.kind === 'here' ? known.mattes : NONE
  return useView<TidyViewFacts>({
    name: CLOSE,
    picture,
    plan,
    assets,
    mattes,
    turns: [{ ...seen, isCut: mattes.length > 0 }],
    part,
  })
}
