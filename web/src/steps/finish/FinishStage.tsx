import { WHOLE_01 } from '@cloudbank/core/raster'
import { usePictureUrl } from '../../data'
import { Stage } from '../../stage/Stage'
import type { Bench } from '../../stage/bench'
import { FactsDesk } from '../../stage/FactsDesk'

/** The finished file itself. */
export function FinishStage({ bench }: { bench: Bench }) {
  const { shot, rendition } = bench
  const finished = usePictureUrl(rendition ? { table: 'contents', hash: rendition.fileHash } : null)
  return (
    <Stage
      bench={bench}
      picture={rendition ?? shot}
      window={rendition?.window ?? WHOLE_01}
      result={finished}
      framed={rendition !== undefined}
      desk={<FactsDesk bench={bench} />}
    />
  )
}
