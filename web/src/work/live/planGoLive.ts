import { planLive, type LiveStep } from '@cloudbank/core/live'
import {
  groupBy,
  type DeliveryFile,
  type DeliveryItem,
  type DeliveryPlan,
  type Destination,
} from '@cloudbank/core/shoot'
import { RULE_WORDS } from '@cloudbank/core/outlets'
import { FileHash, type Database, type LivePicture, type ShootView } from '../../data'
import { leavingFile } from '../delivery'
import { strings } from '../strings'
import type { ShopPort } from './shopPort'

/** What has to be done for a shop to show a shoot's products as they are made. */
export interface GoLivePlan {
  /** What the placement is called whose pictures go. */
  readonly placement: string
  readonly steps: readonly LiveStep<LivePicture>[]
  /** Products that stay as they are in the shop, because they aren't whole, with the reason. */
  readonly heldBack: readonly { readonly product: string; readonly reason: string }[]
  /** Photographs of no product, which a shop has no place for. */
  readonly withoutProduct: number
}

/**
 * Plans what goes live, product by product: one goes when all its pictures are made, keep the outlet's rules, and none
 * of them was returned.
 *
 * @param plan the delivery's plan, with returned shots in it.
 * @param destinationId the placement whose pictures go: a shop shows each photograph once.
 */
export async function planGoLive(
  view: ShootView,
  plan: DeliveryPlan,
  destinationId: string,
  port: ShopPort,
  db: Database,
): Promise<GoLivePlan> {
  const destination = plan.destinations.find(({ id }) => id === destinationId)
  const items = plan.items.filter((item) => item.destination.id === destinationId)
  const wanted = new Map<string, { title: string; pictures: LivePicture[] }>()
  const heldBack: { product: string; reason: string }[] = []
  const byProduct = groupBy(items, ({ shot }) => shot.sku)
  for (const [sku, ofProduct] of byProduct) {
    if (sku === null) continue
    const reason = ofProduct.map(reasonAgainst).find((one) => one !== null)
    if (reason) heldBack.push({ product: sku, reason })
    else {
      const files = ofProduct as DeliveryFile[] // each is ready: nothing is held against it
      const pictures = await Promise.all(files.map((file) => pictureOf(file, db)))
      const name = view.products.get(sku)?.name ?? ''
      wanted.set(sku, { title: name.trim() === '' ? sku : name, pictures })
    }
  }
  const there = await port.products()
  const held = new Set(heldBack.map(({ product }) => product))
  const ours = await liveOf(view.shoot.id, db)
  const steps = planLive(wanted, there, new Set([...ours].filter((product) => !held.has(product))))
  return {
    placement: destination ? destinationName(destination) : '',
    steps,
    heldBack,
    withoutProduct: byProduct.get(null)?.length ?? 0,
  }
}

/** Why a picture keeps its product from going live; null where nothing does. */
function reasonAgainst({ state, shot, broken, path }: DeliveryItem): string | null {
  const name = path.slice(path.lastIndexOf('/') + 1)
  if (shot.verdict?.kind === 'returned') return strings.wasReturned(name)
  if (state !== 'ready') return strings.isNotMade(name)
  const rule = broken?.[0]
  return rule ? strings.breaksRule(name, RULE_WORDS[rule.rule].title) : null
}

/** What a placement is called, with its outlet. */
export const destinationName = ({ outlet, placement }: Destination): string =>
  outlet === null || outlet.name === placement.name
    ? placement.name
    : `${outlet.name}, ${placement.name}`

async function pictureOf(file: DeliveryFile, db: Database): Promise<LivePicture> {
  const { left } = await leavingFile(file, db)
  const { path, shot, rendition, altText, destination } = file
  return {
    name: path.slice(destination.folder.length + 1),
    hash: left.sha256,
    bytes: left.bytes,
    alt: altText,
    shotId: shot.id,
    from: {
      fileHash: FileHash.parse(rendition.fileHash),
      format: rendition.format,
      words: left.words,
    },
  }
}

/** Products of a shoot that are live: what was done with them last put them there. */
async function liveOf(shootId: string, db: Database): Promise<ReadonlySet<string>> {
  const lives = await db.goLives.where('shootId').equals(shootId).sortBy('at')
  const live = new Set<string>()
  for (const { id } of lives) {
    const done = await db.liveItems.where({ goLiveId: id }).toArray()
    for (const { product, next, state } of done) {
      if (state !== 'done') continue
      if (next) live.add(product)
      else live.delete(product)
    }
  }
  return live
}
