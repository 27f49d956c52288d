import { RULE_WORDS } from '../../outlets'
import type { ShootRows } from '../rows'
import { groupBy } from '../groupBy'
import type { DeliveryPlan } from './planDelivery'

/** How a shot stands with an outlet: its worst picture there counts. */
export interface OutletVerdict {
  readonly outlet: string
  readonly state: 'keeps' | 'breaks' | 'not-made' | 'aside'
  /** What is broken, with value and limit; nothing where nothing is. */
  readonly words: string
}

/** Every shot's standing with every outlet that the shoot goes to, by the shot's id. */
export function outletVerdicts(
  view: Pick<ShootRows, 'shoot' | 'shots'>,
  { items, aside }: Pick<DeliveryPlan, 'items' | 'aside'>,
): ReadonlyMap<string, readonly OutletVerdict[]> {
  const found = new Map<string, OutletVerdict[]>(view.shots.map(({ id }) => [id, []]))
  for (const outlet of view.shoot.outlets) {
    const here = groupBy(
      items.filter(({ destination }) => destination.outlet?.id === outlet.id),
      ({ shot }) => shot.id,
    )
    const isAside = new Set(aside.get(outlet.id)?.map(({ id }) => id))
    for (const shot of view.shots) {
      const mine = here.get(shot.id) ?? []
      const broken = mine.flatMap((picture) => picture.broken ?? [])
      found.get(shot.id)!.push({
        outlet: outlet.name,
        state: isAside.has(shot.id)
          ? 'aside'
          : mine.some(({ state, broken: read }) => state !== 'ready' || read === null)
            ? 'not-made'
            : broken.length > 0
              ? 'breaks'
              : 'keeps',
        words: [
          ...new Set(
            broken.map(({ rule, value, limit }) => `${RULE_WORDS[rule].title}: ${value}; ${limit}`),
          ),
        ].join('. '),
      })
    }
  }
  return found
}
