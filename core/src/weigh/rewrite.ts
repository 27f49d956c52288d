import type { FileType } from '../codec'
import { renderShot, type EngineContext } from '../engine'
import type { Source } from '../source'
import { withoutBallast } from './file/withoutBallast'
import type { PictureFacts } from './file/describePicture'
import type { PictureUse } from './page/pictureUse'
import type { Way } from './ways'
import { weighPlan, type WeighOptions } from './weighPlan'

/** A picture rewritten in one way. */
export interface RewrittenFile {
  readonly way: Way
  readonly type: FileType
  readonly width: number
  readonly height: number
  readonly likeness: number
  readonly bytes: Uint8Array
}

/**
 * Rewrites a picture in every way that there is for it, by the same engine that makes a shoot's files.
 *
 * @param original SHA-256 of its bytes, in hex.
 * @throws CancelledError once the signal is aborted.
 */
export async function rewrite(
  original: string,
  bytes: Uint8Array,
  facts: PictureFacts,
  source: Source,
  use: Pick<PictureUse, 'shownWidthPx' | 'shownHeightPx'> | null,
  options: WeighOptions,
  context: EngineContext,
): Promise<readonly RewrittenFile[]> {
  const plain = withoutBallast(bytes, facts.type)
  const { type, width, height } = facts
  const { renditions } = await renderShot(source, weighPlan(original, facts, use, options), context)
  return [
    ...(plain.length < bytes.length
      ? [{ way: 'lossless' as const, type, width, height, likeness: 1, bytes: plain }]
      : []),
    // What would look different at the best quality is no way.
    ...renditions
      .filter(({ likeness }) => (likeness ?? 1) >= options.likeness)
      .map(({ placementId, format, likeness, ...file }) => ({
        way: placementId as Way, // the plan's placements are ways
        type: format,
        width: file.width,
        height: file.height,
        likeness: likeness ?? 1,
        bytes: file.bytes,
      })),
  ]
}
