import { useEffect, useState } from 'react'
import { CancelledError } from '@cloudbank/core/engine'
import { WorkerLostError } from '@cloudbank/hosts/pool'
import { database, workedOutOf } from '../data'
import { describeError } from '../notices'
import { lookOf } from '../work/shotJob'
import { newPictureName, sharedPreviewer, usePreviewerGeneration } from './previewer'
import { strings } from './strings'

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
  /** Told why it could not be opened. */
  readonly onFailure?: (reason: string) => void
}

/** A photograph that is not in the database any more is not opened. */
class PictureMissingError extends Error {
  override readonly name = 'PictureMissingError'
  constructor() {
    super(strings.photographIsMissingFromThis)
  }
}

/** Opens a photograph in the previewer for as long as the component is shown; null until it is. */
export function useOpenPicture(hash: string | null, options: Options): OpenPicture | null {
  const { sidePx, from = 'originals', whole = false, onFailure } = options
  const generation = usePreviewerGeneration()
  const [open, setOpen] = useState<(OpenPicture & { hash: string; generation: number }) | null>(
    null,
  )
  useEffect(() => {
    if (hash === null) return
    const name = newPictureName(hash)
    let current = true
    openPicture(name, hash, from, { sidePx, whole }, () => current).then(
      (size) => size && current && setOpen({ name, hash, generation, ...size }),
      (error: unknown) => {
        // A worker that was lost is replaced, and this is opened again.
        if (!current || error instanceof CancelledError || error instanceof WorkerLostError) return
        onFailure?.(describeError(error))
      },
    )
    return () => {
      current = false
      sharedPreviewer().tell({ kind: 'close', picture: name })
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- whom a failure is told changes nothing
  }, [hash, from, sidePx, whole, generation])
  return open?.hash === hash && open.generation === generation ? open : null
}

async function openPicture(
  picture: string,
  hash: string,
  from: PictureSource,
  size: { sidePx: number; whole: boolean },
  isCurrent: () => boolean,
): Promise<{ width: number; height: number } | null> {
  const [row, works, look] = await Promise.all([
    database.table<{ blob: Blob }, string>(from).get(hash),
    workedOutOf(hash),
    lookOf(hash, database),
  ])
  if (!isCurrent()) return null
  if (!row) throw new PictureMissingError()
  const source = row.blob
  return sharedPreviewer().ask<'open'>({ kind: 'open', picture, source, works, look, ...size })
}
