import type { ShootView, Shot } from '../../data'

/**
 * The shots by which a brief is looked at first: those of a product alone, without a grey card beside it; the
 * second of another product than the first.
 */
export function tellingShots({ shots, measures }: ShootView): readonly Shot[] {
  const alone = shots.filter(
    ({ originalHash }) => (measures.get(originalHash)?.card ?? null) === null,
  )
  const all = alone.length > 0 ? alone : shots
  const [first] = all
  if (!first) return []
  return [first, ...all.filter(({ sku }) => sku !== first.sku), ...all.slice(1)]
}
