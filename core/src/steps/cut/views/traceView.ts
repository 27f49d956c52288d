import { MATTE } from '../../../matte'
import { defineView } from '../../view'
import { traceOutline, type Outline } from '../repair'

/** The outline of a cut as closed curves, to be worked on by hand. */
export const traceView = defineView<null, readonly Outline[]>({
  reads: () => ({ until: 'cut', scales: false, sides: [] }),
  draw: ({ facts }) => {
    const matte = facts.of(MATTE)
    return { picture: null, facts: matte?.kind === 'cut' ? traceOutline(matte) : [] }
  },
})
