import { randomBytes } from 'node:crypto'
import { Router } from 'express'
import { openStore } from '@cloudbank/hosts/farm'
import { createShopService, openCatalogue } from './shopService'
import { createStorefront } from './storefront'

const KEY = 'office/key.txt'
/** Requests that the shop answers in a second. */
const PER_SECOND = 50

/** A simulated shop, its pages and its interface. */
export interface Shop {
  readonly router: Router
  /** Opens its interface. */
  readonly key: string
}

/** The shop whose products, files and key lie in a folder; the key is drawn when it is first opened. */
export async function shopInFolder(folder: string, perSecond = PER_SECOND): Promise<Shop> {
  const store = await openStore(folder)
  const kept = await store.get(KEY)
  const key = kept ? new TextDecoder().decode(kept) : randomBytes(18).toString('base64url')
  if (!kept) await store.put(KEY, new TextEncoder().encode(key))
  const router = Router()
  router.use('/api', createShopService({ store, key, perSecond, now: () => Date.now() }))
  router.use('/', createStorefront(openCatalogue(store), key))
  return { router, key }
}
