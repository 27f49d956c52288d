import { useEffect, useState } from 'react'
import { database } from '../data'
import { sharedPreviewer } from './previewer'

/** A photograph that the previewer holds decoded, and its own sides in pixels. */
export interface OpenPicture {
  readonly name: string
  readonly width: number
  readonly height: number
}

/** What is opened: the original, or the small preview that was made of it when it came in. */
export type PictureSource = 'originals' | 'previews'

interface Options {
  /** Longer side to keep, in pixels. */
  readonly sidePx: number
  readonly from?: PictureSource
  /** Keeps the original's own size as well. */
  readonly whole?: boolean
}

let lastName = 0

/** Opens a photograph in the previewer for as long as the component is shown; null until it is. */
export function useOpenPicture(hash: string | null, options: Options): OpenPicture | null {
  const { sidePx, from = 'originals', whole = false } = options
  const [open, setOpen] = useState<(OpenPicture & { hash: string }) | null>(null)
  useEffect(() => {
    if (hash === null) return
    const name = `${hash}/${++lastName}`
    let current = true
    void database
      .table<{ blob: Blob }, string>(from)
      .get(hash)
      .then(async (row) => {
        if (!row || !current) return
        const request = { kind: 'open', picture: name, source: row.blob, sidePx, whole } as const
        const size = await sharedPreviewer().ask<'open'>(request)
        if (current) setOpen({ name, hash, ...size })
      })
    return () => {
      current = false
      void sharedPreviewer().ask<'close'>({ kind: 'close', picture: name })
    }
  }, [hash, from, sidePx, whole])
  return open?.hash === hash ? open : null
}
