import { createBrowserPreviewer } from '@cloudbank/hosts/browser'
import type { Previewer } from '@cloudbank/hosts/previewer'

let previewer: Previewer | null = null

/** The app's one previewer, started when it is first needed. */
export const sharedPreviewer = (): Previewer => (previewer ??= createBrowserPreviewer())
