import { useLiveQuery } from 'dexie-react-hooks'
import { checkRows, database, type Delivery, type ShootId } from '../../data'

const NONE: readonly Delivery[] = []

/** What has left a shoot, the newest first. */
export const useDeliveries = (shootId: ShootId): readonly Delivery[] =>
  useLiveQuery(async () => {
    const found = await database.table('deliveries').where({ shootId }).toArray()
    return checkRows('deliveries', found).rows.sort((a, b) => b.at - a.at)
  }, [shootId]) ?? NONE
