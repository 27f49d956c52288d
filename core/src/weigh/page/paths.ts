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

/** The address that a file's path stands for, against which a saved page is read. */
export const addressOfPath = (path: string): string =>
  ROOT + path.split('/').map(encodeURIComponent).join('/')

/** A page, saved beside what it shows. */
export interface SavedPage {
  readonly path: string
  readonly html: string
}

/** How saved pages show the files beside them, by path. */
export const usesByPath = (uses: readonly PictureUse[]): ReadonlyMap<string, PictureUse> =>
  new Map(
    uses
      .filter(({ address }) => address.startsWith(ROOT))
      .map((use) => [pathOfAddress(use.address), use]),
  )

/** Paths of what saved pages load besides pictures: their style sheets and scripts. */
export const loadedBeside = (pages: readonly SavedPage[], viewing: Viewing): ReadonlySet<string> =>
  new Set(
    pages
      .map(({ path, html }) => readPage(html, addressOfPath(path), viewing))
      .flatMap(({ sheets, scripts }) => [...sheets, ...scripts])
      .filter((address) => address.startsWith(ROOT))
      .map(pathOfAddress),
  )

function decoded(text: string): string {
  try {
    return decodeURIComponent(text)
  } catch {
    return text
  }
}
