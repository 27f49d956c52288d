import { useSyncExternalStore } from 'react'
import { createBrowserPreviewer } from '@cloudbank/hosts/browser'
import type { PictureWork, Previewer, Retouching } from '@cloudbank/hosts/previewer'
import { create } from 'zustand'
import { storeWorkedOut } from '../data'

/** How far a drawing is that has many retouches to work out; null while none has. */
export const useRetouching = create<{ readonly retouching: Retouching | null }>(() => ({
  retouching: null,
}))

let lastName = 0

/** A name of its own for a picture that is opened of an original. */
export const newPictureName = (hash: string): string => `${hash}/${++lastName}`

const hashOf = (picture: string): string => picture.split('/', 1)[0]!

/** What saves time is worth no words where there is no room for it. */
const store = ({ picture, size, work }: PictureWork): void =>
  void storeWorkedOut({ hash: hashOf(picture), size, blob: work }).catch(() => undefined)

let previewer: Previewer | null = null

/** The app's one previewer, started when it is first needed. */
export const sharedPreviewer = (): Previewer =>
  (previewer ??= createBrowserPreviewer({
    onRetouching: (retouching) => useRetouching.setState({ retouching }),
    onStore: store,
  }))

const subscribe = (onChange: () => void): (() => void) => sharedPreviewer().onLost(onChange)

/**
 * Which worker the previewer has: another number means that the one before was lost, with every picture
 * and view it held; they are opened again.
 */
export const usePreviewerGeneration = (): number =>
  useSyncExternalStore(subscribe, () => sharedPreviewer().generation)
