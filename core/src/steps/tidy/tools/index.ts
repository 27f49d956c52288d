import type { Patch, Source } from '../../../source'
import type { Retouch } from '../retouches'
import { mendGrain, smoothTone } from './bands'
import { blurStroke } from './blur'
import { borrowArea } from './borrow'
import { calmStroke } from './calm'
import { mendStroke } from './mend'

export { toneOf } from './bands'
export { isTextured } from './calm'

/** What a work lays over the photograph as it was before it; a sweep is no patch, but done to the picture. */
export function patchesOf(source: Source, work: Retouch): Patch[] {
  switch (work.kind) {
    case 'mend':
      return mendStroke(source, work)
    case 'borrow':
      return borrowArea(source, work)
    case 'calm':
      return calmStroke(source, work)
    case 'tone':
      return smoothTone(source, work)
    case 'grain':
      return mendGrain(source, work)
    case 'blur':
      return blurStroke(source, work)
    case 'sweep':
      return []
  }
}
