import { database, type Arrival, type Database, type ShootId } from '../../data'
import { strings } from '../strings'

/**
 * Stops the intake: takes out of the line all that still waits, and names each file. What has come in stays.
 *
 * @returns how many files it took out.
 */
export async function stopIntake(db: Database = database): Promise<number> {
  // The file at work is given up first, so that it doesn't come in after it was taken out.
  await db.holds.put({ id: 'intake', held: true })
  const taken = await takeOut(({ state }) => state === 'waiting', db)
  await db.holds.put({ id: 'intake', held: false })
  return taken
}

/** Takes out of the line what is on hold in a shoot, and names each file. */
export const removeHeld = (shootId: ShootId, db: Database = database): Promise<number> =>
  takeOut((arrival) => arrival.state === 'held' && arrival.shootId === shootId, db)

function takeOut(which: (arrival: Arrival) => boolean, db: Database): Promise<number> {
  return db.transaction('rw', db.arrivals, db.refusals, async () => {
    const out = await db.arrivals.filter(which).toArray()
    await db.arrivals.bulkDelete(out.map(({ id }) => id!))
    await db.refusals.bulkAdd(
      out.map(({ shootId, fileName }) => ({
        shootId,
        fileName,
        reason: strings.takenOutByHand,
        kind: 'refused' as const,
      })),
    )
    return out.length
  })
}
