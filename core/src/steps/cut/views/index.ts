import { closeView } from './closeView'
import { tileView } from './tileView'
import { traceView } from './traceView'

/** How a cut is looked at: closely on the bench, as a tile of the sheet, as a path. */
export const CUT_VIEWS = { close: closeView, tile: tileView, trace: traceView }
