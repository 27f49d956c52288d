import {
  addressOfPath,
  loadedBeside,
  pathOfAddress,
  readHar,
  readPage,
  usesByPath,
  type PictureUse,
  type WeighOptions,
} from '@cloudbank/core/weigh'
import { strings } from '../strings'
import {
  BROWSER,
  sizeOf,
  textsOf,
  together,
  usesOf,
  viewingOf,
  type FoundPicture,
  type Gathered,
  type Gathering,
} from './gathered'

const IS_PAGE = /\.html?$/i
const IS_RECORDING = /\.har$/i
const IS_PICTURE = /\.(jpe?g|png|webp|avif|tiff?|heic|heif|gif)$/i

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

/** Where a file lay in the folder that was given. */
function pathOf(file: File): string {
  const given = 'path' in file && typeof file.path === 'string' ? file.path : ''
  const path = given || file.webkitRelativePath || file.name
  return path.replace(/^(\.?\/)+/, '')
}

const folderOf = (path: string): string =>
  path.includes('/') ? path.split('/')[0]! : strings.files
