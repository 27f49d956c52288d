import { readPage, type Viewing } from './readPage'
import type { PictureUse } from './pictureUse'

/** Where files by themselves are taken to lie. */
const ROOT = 'file:///'

/** The path by which an address is kept: without its host and its query. */
export function pathOfAddress(address: string): string {
  const { pathname } = new URL(address)
  const path = decoded(pathname).replace(/^\/+/, '')
  return path === '' || path.endsWith('/') ? `${path}picture` : path
}

/** Each path once: a second one is numbered before its extension. */
export function eachOnce(paths: readonly string[]): readonly string[] {
  const taken = new Set<string>()
  return paths.map((path) => {
    const [, stem = path, extension = ''] = /^(.*?)(\.[^./]*)?$/.exec(path) ?? []
    let free = path
    for (let n = 2; taken.has(free.toLowerCase()); n++) free = `${stem}-${n}${extension}`
    taken.add(free.toLowerCase())
    return free
  })
}

/** How saved pages show the files beside them, by path. */
export function usesOfFiles(
  pages: readonly { readonly path: string; readonly html: string }[],
  viewing: Viewing,
): ReadonlyMap<string, PictureUse> {
  const uses = pages.flatMap(({ path, html }) => {
    const base = ROOT + path.split('/').map(encodeURIComponent).join('/')
    return readPage(html, base, viewing).uses.filter(({ address }) => address.startsWith(ROOT))
  })
  return new Map(uses.map((use) => [pathOfAddress(use.address), use]))
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
