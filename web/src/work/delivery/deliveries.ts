import { database, type Database, type Delivery, type Shoot } from '../../data'
import { strings } from '../strings'
import type { LeftFile } from '@cloudbank/core/shoot'

/** Keeps what has left, so that it can be had again, and what those say who received it. */
export async function recordDelivery(
  shoot: Shoot,
  left: readonly LeftFile[],
  db: Database = database,
): Promise<Delivery> {
  const delivery: Delivery = {
    id: crypto.randomUUID(),
    shootId: shoot.id,
    at: Date.now(),
    files: left.map(({ file, bytes, words }) => ({
      path: file.path,
      shotId: file.shot.id,
      fileHash: file.rendition.fileHash,
      bytes,
      outlet: file.destination.outlet?.name ?? null,
      altText: file.altText,
      format: file.rendition.format,
      words,
    })),
    verdict: null,
  }
  await db.deliveries.add(delivery)
  return delivery
}

/** Keeps that a delivery was accepted, or takes back what was said of it. */
export async function setVerdict(
  delivery: Delivery,
  verdict: Delivery['verdict'],
  db: Database = database,
): Promise<void> {
  await db.deliveries.update(delivery.id, { verdict })
}

/**
 * Keeps that pictures of a delivery came back, and why: their shots are returned, with the reason.
 *
 * @param shotIds the shots that came back; all of the delivery's where there are none.
 */
export async function cameBack(
  delivery: Delivery,
  note: string,
  shotIds: readonly string[],
  db: Database = database,
): Promise<string> {
  const all = [...new Set(delivery.files.map(({ shotId }) => shotId))]
  const back = all.filter((id) => shotIds.length === 0 || shotIds.includes(id))
  await db.transaction('rw', db.deliveries, db.shots, async () => {
    await db.deliveries.update(delivery.id, { verdict: { kind: 'came-back', note, shotIds: back } })
    for (const id of back)
      await db.shots.update(id, { verdict: { kind: 'returned', reason: strings.cameBack(note) } })
  })
  return strings.cameBackWithCount(back.length)
}

/** What a delivery weighs, in bytes. */
export const weightOf = ({ files }: Delivery): number =>
  files.reduce((sum, { bytes }) => sum + bytes, 0)
