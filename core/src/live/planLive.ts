import type { ShopListing, ShopPicture, ShopProduct } from './shop'

/** What is to happen to one product in the shop. */
export type LiveStep<Picture extends ShopPicture = ShopPicture> =
  | {
      readonly kind: 'new'
      readonly product: string
      readonly next: Listing<Picture>
      readonly before: null
    }
  | {
      readonly kind: 'changed'
      readonly product: string
      readonly next: Listing<Picture>
      readonly before: ShopProduct
    }
  | {
      readonly kind: 'same'
      readonly product: string
      readonly next: Listing<Picture>
      readonly before: ShopProduct
    }
  | {
      readonly kind: 'down'
      readonly product: string
      readonly next: null
      readonly before: ShopProduct
    }

/** A listing whose pictures are known more closely. */
export type Listing<Picture extends ShopPicture> = Omit<ShopListing, 'pictures'> & {
  readonly pictures: readonly Picture[]
}

/** What a plan comes to, in products. */
export type LiveCounts = Readonly<Record<LiveStep['kind'], number>>

/**
 * What has to be done for a shop to show these products: those that it has not got, those that it shows otherwise, those
 * that are as they should be, and those to be taken down. Products of others are left alone.
 *
 * @param wanted listings by product, in the order in which they go.
 * @param there what the shop shows now.
 * @param ours products that were put live before: one of them that is no longer wanted is taken down.
 */
export function planLive<Picture extends ShopPicture>(
  wanted: ReadonlyMap<string, Listing<Picture>>,
  there: readonly ShopProduct[],
  ours: ReadonlySet<string>,
): LiveStep<Picture>[] {
  const live = new Map(there.map((product) => [product.id, product]))
  const steps = [...wanted].map(([product, next]): LiveStep<Picture> => {
    const before = live.get(product)
    if (!before) return { kind: 'new', product, next, before: null }
    return { kind: isSameListing(before, next) ? 'same' : 'changed', product, next, before }
  })
  const gone = there.filter(({ id }) => ours.has(id) && !wanted.has(id))
  return [
    ...steps,
    ...gone.map((before): LiveStep<Picture> => ({
      kind: 'down',
      product: before.id,
      next: null,
      before,
    })),
  ]
}

/** Whether two listings show the same: title, pictures in order, and what is said of each. */
export const isSameListing = (
  a: Pick<ShopListing, 'title'> & { readonly pictures: readonly ShopPicture[] },
  b: typeof a,
): boolean =>
  a.title === b.title &&
  a.pictures.length === b.pictures.length &&
  a.pictures.every(({ name, hash, alt }, i) => {
    const other = b.pictures[i]!
    return name === other.name && hash === other.hash && alt === other.alt
  })

/** How many products of each kind a plan has. */
export function countLive(steps: readonly { readonly kind: LiveStep['kind'] }[]): LiveCounts {
  const counts = { new: 0, changed: 0, same: 0, down: 0 }
  for (const { kind } of steps) counts[kind]++
  return counts
}
