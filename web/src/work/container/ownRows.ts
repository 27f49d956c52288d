import { ContainerError, type ContainerTable } from '@cloudbank/core/shoot'
import type { Deed } from '../../data'
import { strings } from '../strings'

/** Rows of a shoot's file, as far as they say what they belong to. */
interface Rows {
  readonly shoots: readonly { readonly id: string; readonly briefId: string }[]
  readonly briefs: readonly { readonly id: string }[]
  readonly shots: readonly {
    readonly id: string
    readonly shootId: string
    readonly lightingId: string | null
  }[]
  readonly lightings: readonly { readonly id: string; readonly shootId: string }[]
  readonly products: readonly { readonly id: string; readonly shootId: string }[]
  readonly renditions: readonly {
    readonly id: string
    readonly shootId: string
    readonly shotId: string
  }[]
  readonly deeds: readonly Pick<Deed, 'shootId' | 'patches'>[]
}

/**
 * Sees to it that the rows of a shoot's file are of that shoot alone.
 *
 * @throws ContainerError naming the table whose rows belong elsewhere.
 */
export function assertOwn(rows: Rows): void {
  const [shoot] = rows.shoots
  const shots = new Set(rows.shots.map(({ id }) => id))
  const lightings = new Set(rows.lightings.map(({ id }) => id))
  const isOwn: Partial<Record<ContainerTable, boolean>> = {
    briefs: rows.briefs.some(({ id }) => id === shoot?.briefId),
    shots: rows.shots.every(
      ({ shootId, lightingId }) =>
        shootId === shoot?.id && (lightingId === null || lightings.has(lightingId)),
    ),
    lightings: rows.lightings.every(({ shootId }) => shootId === shoot?.id),
    products: rows.products.every(({ shootId }) => shootId === shoot?.id),
    renditions: rows.renditions.every(
      ({ shootId, shotId }) => shootId === shoot?.id && shots.has(shotId),
    ),
    deeds: rows.deeds.every(({ shootId }) => shootId === shoot?.id),
  }
  const foreign = Object.entries(isOwn).find(([, own]) => !own)
  if (foreign) throw new ContainerError(strings.rowsOfAnotherShoot(foreign[0]))
}

/** The history as far as it changed rows that are in the file: what it did to others is of no use here. */
export function ownDeeds<One extends Pick<Deed, 'shootId' | 'patches'>>(
  deeds: readonly One[],
  rows: Rows,
): readonly One[] {
  const own = new Set(
    (['shoots', 'briefs', 'shots', 'lightings', 'products', 'renditions'] as const).flatMap(
      (table) => rows[table].map(({ id }) => `${table}/${id}`),
    ),
  )
  return deeds.filter(({ patches }) => patches.every(({ table, id }) => own.has(`${table}/${id}`)))
}
