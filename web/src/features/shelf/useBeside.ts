import { useLiveQuery } from 'dexie-react-hooks'
import { useMemo } from 'react'
import type { DeliveryFile, DeliveryPlan, Product } from '@cloudbank/core/shoot'
import { database, useShootView, type ShootView } from '../../data'
import { planDelivery } from '../../work/model'
import {
  earlierOf,
  filesOf,
  firstSource,
  originalsOf,
  type Beside,
  type Source,
} from './shelfFiles'
import { strings } from './strings'

/** What a shop is filled with. */
export interface Filling {
  /** What that is, in words. */
  readonly caption: string
  /** The name of the shop. */
  readonly title: string
  readonly files: readonly DeliveryFile[]
  readonly products: ReadonlyMap<string, Product>
}

/** All that leaves a shoot; what review sent back doesn't. */
export const planOfShelf = (view: ShootView): DeliveryPlan =>
  planDelivery(view, ({ verdict }) => verdict?.kind === 'returned')

/** What stands beside a shop; null for nothing, or until it is read. */
export function useBeside(
  view: ShootView,
  plan: DeliveryPlan,
  source: Source,
  beside: Beside | null,
): Filling | null {
  const shootId = isShoot(beside) ? beside.shoot : null
  const other = useShootView(shootId)
  const earlier = useLiveQuery(
    () => (beside === 'earlier' ? earlierIn(view.shoot.id) : []),
    [beside, view.shoot.id],
  )
  return useMemo(() => {
    if (beside === null) return null
    const files = filesOf(plan, source)
    if (beside === 'originals') return fillingOf(view, strings.originals, originalsOf(files))
    if (beside === 'earlier')
      return earlier ? fillingOf(view, strings.earlier, earlierOf(files, earlier)) : null
    if (!isShoot(beside)) return fillingFrom(view, plan, beside)
    if (!other) return null
    const theirs = planOfShelf(other)
    return fillingOf(other, other.shoot.name, filesOf(theirs, firstSource(theirs)))
  }, [beside, view, plan, source, earlier, other])
}

const fillingOf = (
  { shoot, products }: ShootView,
  caption: string,
  files: readonly DeliveryFile[],
): Filling => ({ caption, title: shoot.name, files, products })

/** A shop filled from one of a shoot's own sources. */
export const fillingFrom = (view: ShootView, plan: DeliveryPlan, source: Source): Filling =>
  fillingOf(view, nameOf(view, source), filesOf(plan, source))

/** What a source is called: an outlet by its name. */
const nameOf = ({ shoot }: ShootView, source: Source): string =>
  source === 'own'
    ? strings.own
    : (shoot.outlets.find(({ id }) => id === source.outlet)?.name ?? '')

const earlierIn = (shootId: string) =>
  database.renditions.where('[shootId+standing]').equals([shootId, 'earlier']).toArray()

const isShoot = (beside: Beside | null): beside is { readonly shoot: string } =>
  typeof beside === 'object' && beside !== null && 'shoot' in beside

/** Other shoots that have finished pictures, by name; and whether this one has pictures that stood there before. */
export function useComparable(shootId: string): {
  readonly shoots: readonly { readonly id: string; readonly name: string }[]
  readonly hasEarlier: boolean
} {
  const found = useLiveQuery(async () => {
    const others = (await database.shoots.toArray()).filter(({ id }) => id !== shootId)
    const count = (id: string, standing: string) =>
      database.renditions.where('[shootId+standing]').equals([id, standing]).limit(1).count()
    const made = await Promise.all(others.map(({ id }) => count(id, 'current')))
    return {
      shoots: others.filter((_, i) => made[i]! > 0).sort((a, b) => a.name.localeCompare(b.name)),
      hasEarlier: (await count(shootId, 'earlier')) > 0,
    }
  }, [shootId])
  return found ?? { shoots: [], hasEarlier: false }
}
