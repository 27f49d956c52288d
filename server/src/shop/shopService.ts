import { createHash, randomUUID } from 'node:crypto'
import express, { Router, type RequestHandler } from 'express'
import { z } from 'zod'
import { FileError, readFileFacts } from '@cloudbank/core/codec'
import { ShopListing, ShopProduct, type ShopRefusal } from '@cloudbank/core/live'
import type { StorePort } from '@cloudbank/hosts/farm'
import { formatBytes } from '@cloudbank/core/words'
import { createProcessLock } from '@cloudbank/hosts/runs'

/** What the shop demands of pictures. */
const RULES = { mostBytes: 1_500_000, leastSidePx: 500, mostPictures: 12 } as const
const MAX_BODY = '20mb'
const Hash = z.string().regex(/^[0-9a-f]{64}$/)

export interface ShopOptions {
  /** The disk of the shop. */
  readonly store: StorePort
  /** Whoever knows it may change what is live. */
  readonly key: string
  /** Requests that it answers in a second; more are told to wait. */
  readonly perSecond: number
  /** The time in ms. */
  readonly now: () => number
}

const FILES = 'files/'
const PRODUCTS = 'products/'
const fileKey = (hash: string): string => `${FILES}${hash}`
const productKey = (id: string): string =>
  `${PRODUCTS}${createHash('sha256').update(id).digest('hex')}.json`

/** What a shop has live. */
export interface Catalogue {
  readonly products: () => Promise<readonly ShopProduct[]>
  readonly product: (id: string) => Promise<ShopProduct | null>
  readonly file: (hash: string) => Promise<Uint8Array | null>
}

export function openCatalogue(store: StorePort): Catalogue {
  const read = async (key: string): Promise<ShopProduct | null> => {
    const bytes = await store.get(key)
    return bytes && ShopProduct.parse(JSON.parse(new TextDecoder().decode(bytes)))
  }
  return {
    products: async () => {
      const found = await Promise.all((await store.list(PRODUCTS)).map(({ key }) => read(key)))
      return found
        .filter((product) => product !== null)
        .sort((a, b) => a.id.localeCompare(b.id, 'en'))
    },
    product: (id) => read(productKey(id)),
    file: (hash) => store.get(fileKey(hash)),
  }
}

/**
 * The interface of a simulated shop: files by their hash, products that are replaced as a whole and only by whoever
 * knows what they replace. It has rules of its own and says which picture breaks them.
 */
export function createShopService({ store, key, perSecond, now }: ShopOptions): Router {
  const router = Router()
  const catalogue = openCatalogue(store)
  // What is compared and what is written belong together.
  const oneAtATime = createProcessLock()
  router.use(knowsKey(key), notTooOften(perSecond, now))

  router.get('/products', async (_request, response) => {
    response.json(await catalogue.products())
  })

  router.get('/files/:hash', async ({ params }, response) => {
    const bytes = await catalogue.file(Hash.parse(params.hash))
    if (bytes) response.type('application/octet-stream').send(Buffer.from(bytes))
    else response.sendStatus(404)
  })

  router.put(
    '/files/:hash',
    express.raw({ type: () => true, limit: MAX_BODY }),
    async ({ params, body }, response) => {
      const hash = Hash.parse(params.hash)
      const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0)
      if (createHash('sha256').update(bytes).digest('hex') !== hash) {
        response.status(400).json({ error: 'the file arrived damaged' })
        return
      }
      await store.put(fileKey(hash), bytes)
      response.sendStatus(201)
    },
  )

  router.put('/products/:id', express.json({ limit: MAX_BODY }), async (request, response) => {
    const id = ShopProduct.shape.id.parse(request.params.id)
    const read = ShopListing.safeParse(request.body)
    if (!read.success) {
      response.status(400).json({ error: read.error.issues[0]?.message ?? '' })
      return
    }
    const listing = read.data
    await oneAtATime.hold(id, async () => {
      const refusal = (await meanwhile(id, request.get('If-Match'))) ?? (await refusalOf(listing))
      if (refusal) {
        response.status(STATUS[refusal.kind]).json(refusal)
        return
      }
      const product: ShopProduct = { id, version: randomUUID(), ...listing }
      await store.put(productKey(id), new TextEncoder().encode(JSON.stringify(product)))
      response.json(product)
    })
  })

  router.delete('/products/:id', async (request, response) => {
    const id = ShopProduct.shape.id.parse(request.params.id)
    await oneAtATime.hold(id, async () => {
      const refusal = await meanwhile(id, request.get('If-Match'))
      if (refusal) {
        response.status(STATUS[refusal.kind]).json(refusal)
        return
      }
      await store.remove(productKey(id))
      response.sendStatus(204)
    })
  })

  /** @param known the version that is to be replaced; `none` for a product that is not there. */
  async function meanwhile(id: string, known: string | undefined): Promise<ShopRefusal | null> {
    const there = await catalogue.product(id)
    return (there?.version ?? 'none') === known ? null : { kind: 'changed-meanwhile' }
  }

  async function refusalOf({ pictures }: ShopListing): Promise<ShopRefusal | null> {
    const missing: string[] = []
    const refused: { name: string; reason: string }[] = []
    for (const [i, { name, hash, alt }] of pictures.entries()) {
      const bytes = await catalogue.file(hash)
      if (!bytes) missing.push(hash)
      else {
        const reason = reasonAgainst(bytes, alt, i)
        if (reason) refused.push({ name, reason })
      }
    }
    if (missing.length > 0) return { kind: 'missing', hashes: missing }
    return refused.length > 0 ? { kind: 'refused', pictures: refused } : null
  }
  return router
}

const STATUS = { missing: 409, refused: 422, 'changed-meanwhile': 412 } as const

/** Why the shop won't show a picture; null where it will. */
function reasonAgainst(bytes: Uint8Array, alt: string, place: number): string | null {
  const { mostBytes, leastSidePx, mostPictures } = RULES
  if (place >= mostPictures) return `a product shows at most ${mostPictures} pictures`
  if (bytes.length > mostBytes)
    return `it weighs ${formatBytes(bytes.length)}; at most ${formatBytes(mostBytes)} are taken`
  try {
    const { width, height } = readFileFacts(bytes)
    if (Math.max(width, height) < leastSidePx)
      return `its long side is ${Math.max(width, height)} px; at least ${leastSidePx} px are wanted`
  } catch (error) {
    if (!(error instanceof FileError)) throw error
    return 'it isn’t a picture that can be shown'
  }
  return place === 0 && alt.trim() === '' ? 'a cover needs a description' : null
}

const knowsKey =
  (key: string): RequestHandler =>
  (request, response, next) => {
    if (request.get('Authorization') === `Bearer ${key}`) next()
    else response.status(401).json({ error: 'the key is wrong' })
  }

/** Lets so many requests through in each second. */
function notTooOften(perSecond: number, now: () => number): RequestHandler {
  let since = -Infinity
  let count = 0
  return (_request, response, next) => {
    const at = now()
    if (at - since >= 1000) {
      since = at
      count = 0
    }
    count++
    if (count <= perSecond) next()
    else response.status(429).set('Retry-After', '1').json({ error: 'too many requests' })
  }
}
