import { useEffect, useState } from 'react'
import { database } from './database'

/** A picture in the database. A new `version` is another picture under the same id. */
export interface PictureRef {
  readonly table: 'previews' | 'files' | 'originals'
  readonly id: string
  readonly version: string
}

/** Addresses are kept for this many pictures; the least recently shown one goes first. */
const KEPT = 600

const addresses = new Map<string, Promise<string | undefined>>()

function addressOf({ table, id, version }: PictureRef): Promise<string | undefined> {
  const key = `${table}/${id}/${version}`
  const known = addresses.get(key)
  addresses.delete(key)
  const address = known ?? load(table, id)
  addresses.set(key, address)
  if (addresses.size > KEPT) forgetOldest()
  return address
}

async function load(table: PictureRef['table'], id: string): Promise<string | undefined> {
  const row = await database.table<{ blob: Blob }, string>(table).get(id)
  return row && URL.createObjectURL(row.blob)
}

function forgetOldest(): void {
  const oldest = addresses.entries().next().value
  if (!oldest) return
  addresses.delete(oldest[0])
  void oldest[1].then((url) => url && URL.revokeObjectURL(url))
}

/** An address for a stored picture. While a new one loads, the one before is shown. */
export function usePictureUrl(ref: PictureRef | null): string | undefined {
  const [url, setUrl] = useState<string | undefined>()
  const key = ref && `${ref.table}/${ref.id}/${ref.version}`
  useEffect(() => {
    let current = true
    if (!ref) setUrl(undefined)
    else void addressOf(ref).then((address) => current && setUrl(address))
    return () => {
      current = false
    }
    // The key says all about the reference.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return url
}
