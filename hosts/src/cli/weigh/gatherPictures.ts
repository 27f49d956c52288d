import { readFile, stat } from 'node:fs/promises'
import { join, relative, resolve, sep } from 'node:path'
import {
  addressOfPath,
  eachOnce,
  loadedBeside,
  pathOfAddress,
  readHar,
  readPage,
  usesByPath,
  type PictureUse,
  type Viewing,
} from '@cloudbank/core/weigh'
import { fetchGuarded, FetchRefusedError, type ReachOf } from '../../fetching'
import { filesUnder } from '../filesUnder'
import { strings } from '../strings'
import { UsageError } from '../UsageError'

/** A picture to be weighed: its bytes, or why they are not to be had. */
export interface FoundPicture {
  readonly path: string
  readonly use: PictureUse | null
  readonly file: Uint8Array | { readonly problem: string }
}

/** Pictures, and what the pages they are on weigh besides; null where no page says. */
export interface Gathered {
  readonly pictures: readonly FoundPicture[]
  readonly otherBytes: number | null
}

const IS_ADDRESS = /^https?:\/\//i
const IS_PAGE = /\.html?$/i
const IS_RECORDING = /\.har$/i
const IS_PICTURE = /\.(jpe?g|png|webp|avif|tiff?|heic|heif|gif)$/i

/** Pictures from addresses of pictures and pages, from files, folders, saved pages and recordings. */
export async function gatherPictures(
  given: readonly string[],
  viewing: Viewing,
  reachOf: ReachOf,
): Promise<Gathered> {
  const parts: Gathered[] = []
  for (const one of given)
    parts.push(
      IS_ADDRESS.test(one)
        ? await fromAddress(one, viewing, reachOf)
        : await fromDisk(one, viewing),
    )
  const pictures = parts.flatMap((part) => part.pictures)
  const paths = eachOnce(pictures.map(({ path }) => path))
  const others = parts.flatMap(({ otherBytes }) => otherBytes ?? [])
  return {
    pictures: pictures.map((picture, i) => ({ ...picture, path: paths[i]! })),
    otherBytes: others.length === 0 ? null : others.reduce((a, b) => a + b, 0),
  }
}

async function fromAddress(address: string, viewing: Viewing, reachOf: ReachOf): Promise<Gathered> {
  const options = { reachOf }
  const first = await fetchGuarded(address, options).catch(problemOf)
  if (typeof first === 'string') throw new UsageError(first)
  if (first.mime !== 'text/html')
    return {
      pictures: [{ path: pathOfAddress(first.address), use: null, file: first.bytes }],
      otherBytes: null,
    }
  const read = readPage(new TextDecoder().decode(first.bytes), first.address, viewing)
  const { uses, sheets, scripts } = read
  let otherBytes = first.bytes.length
  for (const link of [...sheets, ...scripts]) {
    const got = await fetchGuarded(link, options).catch(problemOf)
    // One that can't be had is left out: its page is weighed without.
    if (typeof got !== 'string') otherBytes += got.bytes.length
  }
  const pictures: FoundPicture[] = []
  for (const use of uses) {
    const got = await fetchGuarded(use.address, options).catch(problemOf)
    pictures.push({
      path: pathOfAddress(use.address),
      use,
      file: typeof got === 'string' ? { problem: got } : got.bytes,
    })
  }
  return { pictures, otherBytes }
}

function problemOf(error: unknown): string {
  if (error instanceof FetchRefusedError) return error.message
  throw error
}

async function fromDisk(path: string, viewing: Viewing): Promise<Gathered> {
  const info = await stat(path).catch(() => null)
  if (!info) throw new UsageError(strings.cantBeRead(path))
  if (IS_RECORDING.test(path)) return fromRecording(path, viewing)
  const root = info.isDirectory() ? path : join(path, '..')
  const all = info.isDirectory() ? await filesUnder(path) : [path]
  const named = all.map((file) => ({
    file,
    path: relative(resolve(root), resolve(file)).split(sep).join('/'),
  }))
  const pages = await Promise.all(
    named
      .filter((one) => IS_PAGE.test(one.path))
      .map(async (one) => ({ path: one.path, html: await readFile(one.file, 'utf8') })),
  )
  const uses = usesByPath(
    pages.flatMap((page) => readPage(page.html, addressOfPath(page.path), viewing).uses),
  )
  // Of a page alone: what it shows; of a folder: all that is there.
  const beside = info.isDirectory()
    ? named.filter((one) => IS_PICTURE.test(one.path))
    : IS_PAGE.test(path)
      ? [...uses.keys()].map((name) => ({ path: name, file: join(root, name) }))
      : named
  const pictures = await Promise.all(
    beside.map(async (one): Promise<FoundPicture> => ({
      path: one.path,
      use: uses.get(one.path) ?? null,
      file: await readFile(one.file).then(
        (bytes) => new Uint8Array(bytes),
        () => ({ problem: strings.cantBeRead(one.path) }),
      ),
    })),
  )
  const texts = pages.reduce((sum, { html }) => sum + Buffer.byteLength(html), 0)
  const others = await Promise.all(
    [...loadedBeside(pages, viewing)].map((name) => stat(join(root, name)).catch(() => null)),
  )
  const otherBytes = others.reduce((sum, found) => sum + (found?.size ?? 0), texts)
  return { pictures, otherBytes: pages.length === 0 ? null : otherBytes }
}

async function fromRecording(path: string, viewing: Viewing): Promise<Gathered> {
  const recording = readHar(await readFile(path, 'utf8'))
  if (!recording) throw new UsageError(strings.noRecording(path))
  const { page, files } = recording
  const uses = page ? readPage(page.html, page.address, viewing).uses : []
  const byAddress = new Map(uses.map((use) => [use.address, use]))
  return {
    pictures: files.map(({ address, bytes }) => ({
      path: pathOfAddress(address),
      use: byAddress.get(address) ?? null,
      file: bytes.length > 0 ? bytes : { problem: strings.notRecorded },
    })),
    otherBytes: page ? recording.otherBytes : null,
  }
}
