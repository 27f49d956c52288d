import type { Format } from '@cloudbank/core/codec'
import { readyOf, type DeliveryFile, type DeliveryPlan } from '@cloudbank/core/shoot'
import { FileHash } from '../../data'

/** What a shelf is filled with: an outlet’s files by its id, the brief’s own, or the photographs as they came. */
export type Source = 'own' | 'originals' | { readonly outlet: string }

/** Formats of photographs that browsers show. */
const SHOWN: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp', 'avif'])

/** The files that a shelf is filled with. */
export function filesOf(plan: DeliveryPlan, source: Source): readonly DeliveryFile[] {
  const ready = readyOf(plan)
  if (source === 'own') return ready.filter(({ destination }) => destination.outlet === null)
  if (source === 'originals') return originalsOf(ready)
  return ready.filter(({ destination }) => destination.outlet?.id === source.outlet)
}

/** Each photograph in place of its finished pictures: what would stand there if nothing had been done. */
function originalsOf(files: readonly DeliveryFile[]): readonly DeliveryFile[] {
  const first = new Map(files.map((file) => [`${file.shot.id}/${file.shot.sku ?? ''}`, file]))
  return [...first.values()].map((file) => {
    const { originalHash, width, height, bytes, type } = file.shot
    return {
      ...file,
      rendition: {
        ...file.rendition,
        fileHash: FileHash.parse(originalHash),
        width,
        height,
        bytes,
        format: (SHOWN.has(type) ? type : 'jpeg') as Format, // of those that are shown
        productBox: null,
      },
    }
  })
}
