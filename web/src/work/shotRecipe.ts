import type { BriefSteps } from '@cloudbank/core/brief'
import type { BriefId, Recipe } from '@cloudbank/core/shoot'
import { today, type Database, type Shot } from '../data'
import { dataOf, readsData } from './model'

/**
 * What a shot is made by, from the tables: its lighting as it is now and, where its marks say something of it, its
 * product and the other shots of it.
 */
export async function shotRecipe(
  shot: Shot,
  { briefId, steps }: { readonly briefId: BriefId; readonly steps: BriefSteps },
  db: Database,
): Promise<Recipe> {
  const lighting = shot.lightingId === null ? undefined : await db.lightings.get(shot.lightingId)
  const lightings = new Map(lighting ? [[lighting.id as string, lighting] as const] : [])
  return { briefId, steps, look: steps, lightings, data: await dataFor(shot, steps, db) }
}

async function dataFor(shot: Shot, steps: BriefSteps, db: Database): Promise<Recipe['data']> {
  const none = { shoot: { name: '' }, shots: [], products: new Map(), day: today() }
  if (!readsData(shot, steps)) return dataOf(none, steps)
  const { shootId, sku } = shot
  const [shoot, products, shots] = await Promise.all([
    db.shoots.get(shootId),
    db.products
      .where('shootId')
      .equals(shootId)
      .filter((one) => one.sku === sku)
      .toArray(),
    db.shots
      .where('shootId')
      .equals(shootId)
      .filter((one) => (sku === null ? one.id === shot.id : one.sku === sku))
      .toArray(),
  ])
  const bySku = new Map(products.map((one) => [one.sku, one]))
  return dataOf({ shoot: { name: shoot?.name ?? '' }, shots, products: bySku, day: today() }, steps)
}
