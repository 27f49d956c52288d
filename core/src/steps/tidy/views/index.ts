import { closeView } from './closeView'
import { tileView } from './tileView'

/** How a tidied shot is looked at: closely on the bench, and as a strained tile of the sheet. */
export const TIDY_VIEWS = { close: closeView, tile: tileView }
