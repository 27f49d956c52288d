import { useEffect, useState } from 'react'
import { database } from '../data'
import { sharedPreviewer } from './previewer'

/** A photograph that the previewer holds decoded, and its own sides in pixels. */
export interface OpenPicture {
  readonly name: string
  readonly width: number
  readonly height: number
}

let lastName = 0

/** Opens an original in the previewer for as long as the component is shown; null until it is. */
export function useOpenPicture(
  hash: string | null,
  sidePx: number,
  whole = false,
): OpenPicture | null {
  const [open, setOpen] = useState<(OpenPicture & { hash: string }) | null>(null)
  useEffect(() => {
    if (hash === null) return
    const name = `${hash}/${++lastName}`
    let current = true
    void database.originals.get(hash).then(async (original) => {
      if (!original || !current) return
      const request = { kind: 'open', picture: name, source: original.blob, sidePx, whole } as const
      const size = await sharedPreviewer().ask<'open'>(request)
      if (current) setOpen({ name, hash, ...size })
    })
    return () => {
      current = false
      void sharedPreviewer().ask<'close'>({ kind: 'close', picture: name })
    }
  }, [hash, sidePx, whole])
  return open?.hash === hash ? open : null
}
