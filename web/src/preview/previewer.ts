import { useSyncExternalStore } from 'react'
import { createBrowserPreviewer } from '@cloudbank/hosts/browser'
import type { Previewer, Retouching } from '@cloudbank/hosts/previewer'
import { create } from 'zustand'

/** How far a drawing is that has many retouches to work out; null while none has. */
export const useRetouching = create<{ readonly retouching: Retouching | null }>(() => ({
  retouching: null,
}))

let previewer: Previewer | null = null

/** The app's one previewer, started when it is first needed. */
export const sharedPreviewer = (): Previewer =>
  (previewer ??= createBrowserPreviewer((retouching) => useRetouching.setState({ retouching })))

const subscribe = (onChange: () => void): (() => void) => sharedPreviewer().onLost(onChange)

/**
 * Which worker the previewer has: another number means that the one before was lost, with every picture
 * and view it held; they are opened again.
 */
export const usePreviewerGeneration = (): number =>
  useSyncExternalStore(subscribe, () => sharedPreviewer().generation)
