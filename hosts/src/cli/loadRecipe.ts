import { SHOP_WHITE, type Brief } from '@cloudbank/core/brief'
import type { Outlet } from '@cloudbank/core/outlets'
import type { Product } from '@cloudbank/core/shoot'
import type { JobAsset } from '../pool'
import { loadAssets } from './loadAssets'
import { loadBrief } from './loadBrief'
import { loadOutlet } from './loadOutlet'
import { loadProducts } from './loadProducts'
import { strings } from './strings'
import { UsageError } from './UsageError'

/** By what photographs are made, as options name it. */
export interface RecipeOptions {
  readonly brief?: string
  readonly outlet?: readonly string[]
  readonly assets?: string
  readonly products?: string
}

/** By what photographs are made. */
export interface LoadedRecipe {
  readonly brief: Brief
  readonly outlets: readonly Outlet[]
  readonly assets: readonly JobAsset[]
  readonly products: readonly Product[]
}

/** @throws UsageError naming the file that can't be read, and why. */
export async function loadRecipe(options: RecipeOptions): Promise<LoadedRecipe> {
  const brief = options.brief === undefined ? SHOP_WHITE : await loadBrief(options.brief)
  const outlets = await Promise.all((options.outlet ?? []).map(loadOutlet))
  const twice = outlets.find(({ id }, i) => outlets.findIndex((one) => one.id === id) < i)
  if (twice) throw new UsageError(strings.sameOutletTwice(twice.id))
  return {
    brief,
    outlets,
    assets: options.assets === undefined ? [] : await loadAssets(options.assets),
    products: options.products === undefined ? [] : await loadProducts(options.products),
  }
}
