import { useEffect, useState } from 'react'
import { database } from './database'

/** A picture in the database, by the hash of its content. */
export interface PictureRef {
  readonly table: 'previews' | 'contents' | 'originals'
  readonly hash: string
}

/** Addresses are kept for this many pictures; the least recently shown one goes first. */
const KEPT = 600

const addresses = new Map<string, Promise<string | undefined>>()

const keyOf = ({ table, hash }: PictureRef): string => `${table}/${hash}`

function addressOf(ref: PictureRef): Promise<string | undefined> {
  const key = keyOf(ref)
  const known = addresses.get(key)
  addresses.delete(key)
  const address = known ?? load(ref)
  addresses.set(key, address)
  // One that could not be read is tried again when it is shown next.
  address.catch(() => addresses.delete(key))
  if (addresses.size > KEPT) forgetOldest()
  return address
}

async function load({ table, hash }: PictureRef): Promise<string | undefined> {
  const row = await database.table<{ blob: Blob }, string>(table).get(hash)
  return row && URL.createObjectURL(row.blob)
}

function forgetOldest(): void {
  const oldest = addresses.entries().next().value
  if (!oldest) return
  addresses.delete(oldest[0])
  oldest[1].then(
    (url) => url && URL.revokeObjectURL(url),
    () => undefined,
  )
}

/** An address for a stored picture. While a new one loads, the one before is shown. */
export function usePictureUrl(ref: PictureRef | null): string | undefined {
  const [url, setUrl] = useState<string | undefined>()
  const key = ref && keyOf(ref)
  useEffect(() => {
    let current = true
    const show = (address: string | undefined): void => {
      if (current) setUrl(address)
    }
    if (!ref) setUrl(undefined)
    // A picture that cannot be read leaves its place empty; what is wrong is said where it is made.
    else addressOf(ref).then(show, () => show(undefined))
    return () => {
      current = false
    }
    // The key says all about the reference.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return url
}
