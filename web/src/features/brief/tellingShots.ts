import type { ShootView, Shot } from '../../data'

/**
 * The shots by which a brief is looked at first: those of a product alone, without a grey card beside it; one of
 * each product before a second of any.
 */
export function tellingShots({ shots, measures }: ShootView): readonly Shot[] {
  const alone = shots.filter(
    ({ originalHash }) => (measures.get(originalHash)?.card ?? null) === null,
  )
  const all = alone.length > 0 ? alone : shots
  const isFirst = ({ sku }: Shot, i: number): boolean =>
    sku === null || all.findIndex((other) => other.sku === sku) === i
  return [...all.filter(isFirst), ...all.filter((shot, i) => !isFirst(shot, i))]
}
