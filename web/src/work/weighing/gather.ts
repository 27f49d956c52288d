import {
  addressOfPath,
  eachOnce,
  loadedBeside,
  pathOfAddress,
  readHar,
  readPage,
  usesByPath,
  withLayout,
  type PictureUse,
  type WeighOptions,
} from '@cloudbank/core/weigh'
import { database, type Database, type ShootId } from '../../data'
import { strings } from '../strings'
import { AddressRefusedError, fetchAddress } from './fetchAddress'
import { layOut, type PageToLayOut } from './layOut'

/** What gathering needs of the world. */
export interface Gathering {
  readonly fetching: typeof fetchAddress
  readonly laying: typeof layOut
}
const BROWSER: Gathering = { fetching: fetchAddress, laying: layOut }

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
const IS_PAGE = /\.html?$/i
const IS_RECORDING = /\.har$/i
const IS_PICTURE = /\.(jpe?g|png|webp|avif|tiff?|heic|heif|gif)$/i

const viewingOf = ({ density }: WeighOptions) => ({ widthPx: WINDOW_PX, density })

/** The pictures at addresses: of each page those that it shows. */
export async function gatherAddresses(
  addresses: readonly string[],
  options: WeighOptions,
  world: Gathering = BROWSER,
): Promise<Gathered> {
  const parts: Gathered[] = []
  for (const address of addresses) {
    const found = await world.fetching(address)
    if (found.mime !== 'text/html') {
      const path = pathOfAddress(found.address)
      const picture = { path, use: null, address, blob: found.blob, problem: null }
      parts.push({ name: path, pictures: [picture], otherBytes: null })
      continue
    }
    parts.push(await gatherPage(found.address, found.blob, options, world))
  }
  return together(parts, addresses[0] ?? '')
}

/** What a page shows, laid out with its style sheets, and what it loads besides. */
async function gatherPage(
  address: string,
  blob: Blob,
  options: WeighOptions,
  world: Gathering,
): Promise<Gathered> {
  const html = await blob.text()
  const { title, sheets, scripts } = readPage(html, address, viewingOf(options))
  const had = new Map<string, Blob>()
  for (const link of [...sheets, ...scripts]) {
    const found = await world.fetching(link).catch(nothingIfRefused)
    if (found) had.set(link, found.blob)
  }
  const uses = await usesOf(
    { html, address, sheets: await textsOf(sheets, (at) => had.get(at)) },
    options,
    world,
  )
  return {
    name: title || address,
    pictures: uses.map((use) => ({
      path: pathOfAddress(use.address),
      use,
      address: use.address,
      blob: null,
      problem: null,
    })),
    otherBytes: sizeOf([blob, ...had.values()]),
  }
}

/** How a page shows its pictures: by its HTML, and by how that is laid out. */
async function usesOf(
  page: PageToLayOut,
  options: WeighOptions,
  { laying }: Gathering,
): Promise<readonly PictureUse[]> {
  const viewing = viewingOf(options)
  const { uses } = readPage(page.html, page.address, viewing)
  return withLayout(uses, await laying(page, viewing))
}

/** A style sheet or a script that can't be had is left out: its page is weighed without. */
function nothingIfRefused(error: unknown): null {
  if (error instanceof AddressRefusedError) return null
  throw error
}

async function textsOf(
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

const sizeOf = (blobs: readonly Blob[]): number => blobs.reduce((sum, { size }) => sum + size, 0)

/** Files that were given: pictures, and saved pages or recordings that show them. */
export async function gatherFiles(
  files: readonly File[],
  options: WeighOptions,
  world: Gathering = BROWSER,
): Promise<Gathered> {
  const viewing = viewingOf(options)
  const named = files.map((file) => ({ file, path: pathOf(file) }))
  const byPath = new Map(named.map(({ file, path }) => [path, file]))
  const read = named.filter(({ path }) => IS_PAGE.test(path))
  const pages = await Promise.all(
    read.map(async ({ file, path }) => ({ path, html: await file.text() })),
  )
  const shown: PictureUse[] = []
  for (const { path, html } of pages) {
    const address = addressOfPath(path)
    const { sheets } = readPage(html, address, viewing)
    const page = {
      html,
      address,
      sheets: await textsOf(sheets, (at) => byPath.get(pathOfAddress(at))),
    }
    shown.push(...(await usesOf(page, options, world)))
  }
  const uses = usesByPath(shown)
  const here = named.filter(({ path }) => IS_PICTURE.test(path))
  const known = new Set(here.map(({ path }) => path))
  const pictures: FoundPicture[] = here.map(({ file, path }) => ({
    path,
    use: uses.get(path) ?? null,
    address: null,
    blob: file,
    problem: null,
  }))
  for (const [path, use] of uses)
    if (!known.has(path))
      pictures.push({ path, use, address: null, blob: null, problem: strings.notAmongTheFiles })
  const recordings = named.filter(({ path }) => IS_RECORDING.test(path))
  const recorded: Gathered[] = []
  for (const { file } of recordings) recorded.push(await gatherRecording(file, options, world))
  const titles = pages.map(
    ({ html, path }) => readPage(html, addressOfPath(path), viewing).title || path,
  )
  const beside = loadedBeside(pages, viewing)
  const others = named.filter(({ path }) => IS_PAGE.test(path) || beside.has(path))
  const own: Gathered = {
    name: titles[0] ?? folderOf(named[0]?.path ?? ''),
    pictures,
    otherBytes: read.length === 0 ? null : sizeOf(others.map(({ file }) => file)),
  }
  return together([...(pictures.length > 0 ? [own] : []), ...recorded], strings.files)
}

async function gatherRecording(
  file: File,
  options: WeighOptions,
  world: Gathering,
): Promise<Gathered> {
  const recording = readHar(await file.text())
  if (!recording) throw new Error(strings.noRecording(file.name))
  const { page, files, sheets } = recording
  const shown = page ? await usesOf({ ...page, sheets }, options, world) : []
  const uses = new Map(shown.map((use) => [use.address, use]))
  const title = page ? readPage(page.html, page.address, viewingOf(options)).title : ''
  return {
    name: title || file.name,
    pictures: files.map(({ address, bytes, mime }) => ({
      path: pathOfAddress(address),
      use: uses.get(address) ?? null,
      address: null,
      blob:
        bytes.length === 0 ? null : new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mime }), // made by atob
      problem: bytes.length === 0 ? strings.notRecorded : null,
    })),
    otherBytes: page ? recording.otherBytes : null,
  }
}

/** The finished files of a shoot. */
export async function gatherShoot(shootId: ShootId, db: Database = database): Promise<Gathered> {
  const shoot = await db.shoots.get(shootId)
  const current = await db.renditions
    .where('[shootId+standing]')
    .equals([shootId, 'current'])
    .toArray()
  const shots = new Map(
    (await db.shots.where({ shootId }).toArray()).map((shot) => [shot.id, shot]),
  )
  const pictures: FoundPicture[] = []
  for (const { shotId, placementId, fileHash, format } of current) {
    const content = await db.contents.get(fileHash)
    const stem = (shots.get(shotId)?.fileName ?? shotId).replace(/\.[^.]*$/, '')
    pictures.push({
      path: `${placementId}/${stem}.${format}`,
      use: null,
      address: null,
      blob: content?.blob ?? null,
      problem: content ? null : strings.fileIsGone,
    })
  }
  return together([{ name: shoot?.name ?? '', pictures, otherBytes: null }], '')
}

function together(parts: readonly Gathered[], name: string): Gathered {
  const pictures = parts.flatMap((part) => part.pictures)
  const paths = eachOnce(pictures.map(({ path }) => path))
  const others = parts.flatMap(({ otherBytes }) => otherBytes ?? [])
  return {
    name: parts[0]?.name || name,
    pictures: pictures.map((picture, i) => ({ ...picture, path: paths[i]! })),
    otherBytes: others.length === 0 ? null : others.reduce((a, b) => a + b, 0),
  }
}

/** Where a file lay in the folder that was given. */
function pathOf(file: File): string {
  const given = 'path' in file && typeof file.path === 'string' ? file.path : ''
  const path = given || file.webkitRelativePath || file.name
  return path.replace(/^(\.?\/)+/, '')
}

const folderOf = (path: string): string =>
  path.includes('/') ? path.split('/')[0]! : strings.files
