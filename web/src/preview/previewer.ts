import { useSyncExternalStore } from 'react'
import { createBrowserPreviewer } from '@cloudbank/hosts/browser'
import type { Previewer } from '@cloudbank/hosts/previewer'

let previewer: Previewer | null = null

/** The app's one previewer, started when it is first needed. */
export const sharedPreviewer = (): Previewer => (previewer ??= createBrowserPreviewer())

const subscribe = (onChange: () => void): (() => void) => sharedPreviewer().onLost(onChange)

/**
 * Which worker the previewer has: another number means that the one before was lost, with every picture
 * and view it held; they are opened again.
 */
export const usePreviewerGeneration = (): number =>
  useSyncExternalStore(subscribe, () => sharedPreviewer().generation)
