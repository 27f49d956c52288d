import { seenAs } from '@cloudbank/core/shoot'
import { recipeOf, renditionsOf } from '../work/model'
import { usePictureUrl, type ShootView, type Shot } from '../data'

/** Side where none is given, in pixels. */
const USUAL_PX = 200

/** A shot as it is made, small, of a side or as large as its place; its photograph where nothing is made. */
export function Thumb({ shot, view, px }: { shot: Shot; view: ShootView; px?: number }) {
  const recipe = recipeOf(view)
  const rendition = seenAs(renditionsOf(shot, recipe, view.renditions), recipe, px ?? USUAL_PX)
  const made = usePictureUrl(rendition ? { table: 'contents', hash: rendition.fileHash } : null)
  const preview = usePictureUrl({ table: 'previews', hash: shot.originalHash })
  return (
    <img
      src={made ?? preview}
      alt={shot.fileName}
      title={shot.fileName}
      draggable={false}
      style={{
        width: px ?? '100%',
        height: px ?? '100%',
        flex: 'none',
        objectFit: 'contain',
        background: 'var(--chakra-colors-mat)',
      }}
    />
  )
}
