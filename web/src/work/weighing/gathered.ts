import {
  eachOnce,
  readPage,
  withLayout,
  type PictureUse,
  type WeighOptions,
} from '@cloudbank/core/weigh'
import { fetchAddress } from './fetchAddress'
import { layOut, type PageToLayOut } from './layOut'

/** What gathering needs of the world. */
export interface Gathering {
  readonly fetching: typeof fetchAddress
  readonly laying: typeof layOut
}
/** The browser itself. */
export const BROWSER: Gathering = { fetching: fetchAddress, laying: layOut }

/** A picture that is to be weighed. */
export interface FoundPicture {
  readonly path: string
  readonly use: PictureUse | null
  /** Where it is fetched from; null for a file that is here. */
  readonly address: string | null
  readonly blob: Blob | null
  /** Why it is not to be had; null where it is. */
  readonly problem: string | null
}

/** Pictures, and what their page weighs besides. */
export interface Gathered {
  readonly name: string
  readonly pictures: readonly FoundPicture[]
  readonly otherBytes: number | null
}

/** Width of the window that pages are read for, in CSS pixels. */
const WINDOW_PX = 1280

/** As what a page is read. */
export const viewingOf = ({ density }: WeighOptions) => ({ widthPx: WINDOW_PX, density })

/** How a page shows its pictures: by its HTML, and by how that is laid out. */
export async function usesOf(
  page: PageToLayOut,
  options: WeighOptions,
  { laying }: Gathering,
): Promise<readonly PictureUse[]> {
  const viewing = viewingOf(options)
  const { uses } = readPage(page.html, page.address, viewing)
  return withLayout(uses, await laying(page, viewing))
}

/** The texts of those files that are there, by their addresses. */
export async function textsOf(
  addresses: readonly string[],
  fileAt: (address: string) => Blob | undefined,
): Promise<ReadonlyMap<string, string>> {
  const found = addresses.flatMap((address) => {
    const blob = fileAt(address)
    return blob ? [{ address, blob }] : []
  })
  return new Map(
    await Promise.all(
      found.map(async ({ address, blob }) => [address, await blob.text()] as const),
    ),
  )
}

export const sizeOf = (blobs: readonly Blob[]): number =>
  blobs.reduce((sum, { size }) => sum + size, 0)

/** Several parts as one: each picture at a path of its own. */
export function together(parts: readonly Gathered[], name: string): Gathered {
  const pictures = parts.flatMap((part) => part.pictures)
  const paths = eachOnce(pictures.map(({ path }) => path))
  const others = parts.flatMap(({ otherBytes }) => otherBytes ?? [])
  return {
    name: parts[0]?.name || name,
    pictures: pictures.map((picture, i) => ({ ...picture, path: paths[i]! })),
    otherBytes: others.length === 0 ? null : others.reduce((a, b) => a + b, 0),
  }
}
