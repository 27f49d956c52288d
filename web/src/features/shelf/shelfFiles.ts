import type { Format } from '@cloudbank/core/codec'
import {
  readyOf,
  withRendition,
  type DeliveryFile,
  type DeliveryPlan,
  type Rendition,
} from '@cloudbank/core/shoot'
import { FileHash } from '../../data'

/** What a shelf is filled with: an outlet’s files by its id, or the brief’s own. */
export type Source = 'own' | { readonly outlet: string }

/** What stands beside it: another of those, what stood there before, the photographs, or another shoot. */
export type Beside = Source | 'earlier' | 'originals' | { readonly shoot: string }

/** Formats of photographs that browsers show. */
const SHOWN: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp', 'avif'])

/** The brief's own files, or those of the first outlet where there are none. */
export function firstSource({ destinations }: DeliveryPlan): Source {
  const [first] = destinations
  return first?.outlet ? { outlet: first.outlet.id } : 'own'
}

/** The finished files that a shelf is filled with. */
export const filesOf = (plan: DeliveryPlan, source: Source): readonly DeliveryFile[] =>
  readyOf(plan).filter(({ destination: { outlet } }) =>
    source === 'own' ? outlet === null : outlet?.id === source.outlet,
  )

/** Each photograph in place of its finished pictures: what would stand there if nothing had been done. */
export function originalsOf(files: readonly DeliveryFile[]): readonly DeliveryFile[] {
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

/** Each picture as it was before it was last made otherwise; one that never was another stays as it is. */
export function earlierOf(
  files: readonly DeliveryFile[],
  earlier: readonly Rendition[],
): readonly DeliveryFile[] {
  const newest = new Map<string, Rendition>()
  for (const rendition of [...earlier].sort((a, b) => a.version - b.version))
    newest.set(slotIn(rendition), rendition)
  return files.map((file) => {
    const before = newest.get(slotIn(file.rendition))
    return before ? withRendition(file, before) : file
  })
}

const slotIn = ({ shotId, placementId }: Rendition): string => `${shotId}/${placementId}`
