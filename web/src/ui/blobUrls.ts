import { useEffect, useState } from 'react'

/** One address for each blob as long as anything shows it. */
const addresses = new Map<Blob, { url: string; users: number }>()

/** An address for a picture's blob; it is revoked when the last component that shows it goes. */
export function useBlobUrl(blob: Blob | undefined): string | undefined {
  const [url, setUrl] = useState<string | undefined>()
  useEffect(() => {
    if (!blob) {
      setUrl(undefined)
      return
    }
    const entry = addresses.get(blob) ?? { url: URL.createObjectURL(blob), users: 0 }
    entry.users++
    addresses.set(blob, entry)
    setUrl(entry.url)
    return () => {
      if (--entry.users > 0) return
      addresses.delete(blob)
      URL.revokeObjectURL(entry.url)
    }
  }, [blob])
  return url
}
