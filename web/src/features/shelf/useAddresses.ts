import { useEffect, useState } from 'react'
import type { DeliveryFile } from '@cloudbank/core/shoot'
import { database } from '../../data'

/** Addresses of files for as long as they are shown, both ways. */
export interface Addresses {
  readonly of: (file: DeliveryFile) => string
  readonly fileAt: (address: string) => DeliveryFile | undefined
}

/**
 * Addresses under which this browser has the files; null until all are there.
 *
 * @param device as what they are looked at: for another there are other addresses, since a browser that has loaded a
 *   larger file already shows that in place of the one it would have chosen.
 */
export function useAddresses(files: readonly DeliveryFile[], device: string): Addresses | null {
  const [found, setFound] = useState<(Addresses & { readonly key: string }) | null>(null)
  const key = device + files.map(({ rendition }) => rendition.fileHash).join()
  useEffect(() => {
    let current = true
    const urls = new Map<string, string>()
    const load = async (): Promise<void> => {
      const hashes = [...new Set(files.map(({ rendition }) => rendition.fileHash))]
      const rows = await Promise.all(hashes.map(blobOf))
      if (!current) return
      rows.forEach((blob, i) => blob && urls.set(hashes[i]!, URL.createObjectURL(blob)))
      const byUrl = new Map(
        files.map((file) => [urls.get(file.rendition.fileHash) ?? '', file] as const),
      )
      setFound({
        key,
        of: ({ rendition }) => urls.get(rendition.fileHash) ?? '',
        fileAt: (address) => byUrl.get(address),
      })
    }
    // A file that is gone leaves its place empty; Deliver says so.
    load().catch(() => undefined)
    return () => {
      current = false
      for (const url of urls.values()) URL.revokeObjectURL(url)
    }
    // The key says all about the files.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return found?.key === key ? found : null
}

/** A finished file; or a photograph, as it is where a browser shows it, else its preview. */
async function blobOf(hash: string): Promise<Blob | null> {
  const finished = await database.table<{ blob: Blob }, string>('contents').get(hash)
  if (finished) return finished.blob
  const original = await database.table<{ blob: Blob }, string>('originals').get(hash)
  if (original && SHOWN_TYPES.has(original.blob.type)) return original.blob
  const preview = await database.table<{ blob: Blob }, string>('previews').get(hash)
  return preview?.blob ?? original?.blob ?? null
}

const SHOWN_TYPES: ReadonlySet<string> = new Set([
  'image/jpeg',
  'image/png',
  'image/webp',
  'image/avif',
])
