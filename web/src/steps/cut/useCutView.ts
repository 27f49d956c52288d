import type { Plan } from '@cloudbank/core/brief'
import type { CutLook, CutViewFacts } from '@cloudbank/core/steps'
import type { ShownPart } from '../../stage/hand'
import type { Bench } from '../../stage/bench'
import { useView, type ViewDrawing } from '../../stage/useView'

export type CutDrawing = ViewDrawing<CutViewFacts>

const CLOSE = { step: 'cut', view: 'close' } as const

/** What has changed is seen until it has faded, whatever is drawn meanwhile. */
const keepChanged = (
  before: CutViewFacts | null,
  facts: CutViewFacts,
  turn: number,
): CutViewFacts => (turn === 0 ? facts : { ...facts, changed: before?.changed ?? null })

/** A part of the cut: quickly at first, then as closely as it is seen. */
export function useCutView(
  { picture, assets, mattes }: Pick<Bench, 'picture' | 'assets' | 'mattes'>,
  plan: Plan,
  look: CutLook,
  part: ShownPart | null,
): CutDrawing | null {
  const isHere = mattes.kind === 'here'
  return useView<CutViewFacts>({
    name: CLOSE,
    picture: isHere ? picture : null,
    plan,
    assets,
    mattes: isHere ? mattes.mattes : NONE,
    turns: [
      { look, quick: true },
      { look, quick: false },
    ],
    part,
    keep: keepChanged,
  })
}

const NONE: readonly never[] = []
