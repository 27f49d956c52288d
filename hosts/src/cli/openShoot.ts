import { openAsBlob } from 'node:fs'
import { open, stat } from 'node:fs/promises'
import { BlobReader, configure, Uint8ArrayWriter, ZipReader, type FileEntry } from '@zip.js/zip.js'
import {
  assertHonest,
  assertPicture,
  byHash,
  CONTAINER,
  ContainerError,
  matteIn,
  parseContained,
  rowsIn,
  type ShootRows,
} from '@cloudbank/core/shoot'
import type { JobAsset, KeyedMatte } from '../pool'
import type { RowFiles } from './RowFiles'
import { sha256 } from './sha256'
import { strings } from './strings'
import { today } from './today'

configure({ useWebWorkers: false })

/** A saved shoot, open to be read. */
export interface OpenShoot {
  readonly rows: ShootRows
  readonly files: RowFiles
  readonly assets: readonly JobAsset[]
  readonly close: () => Promise<void>
}

/** Bytes of a zip's local file header before the name of its first entry. */
const HEAD_BYTES = 30

/** Whether a file is a saved shoot, by the name of its first entry. */
export async function isSavedShoot(path: string): Promise<boolean> {
  const isFile = await stat(path).then(
    (info) => info.isFile(),
    () => false,
  )
  if (!isFile) return false
  const file = await open(path)
  try {
    const name = new Uint8Array(CONTAINER.json.length)
    await file.read(name, 0, name.length, HEAD_BYTES)
    return new TextDecoder().decode(name) === CONTAINER.json
  } finally {
    await file.close()
  }
}

/**
 * Opens a saved shoot; its photographs are read one by one, as their turn comes.
 *
 * @throws ContainerError saying what is wrong with the file.
 */
export async function openShoot(path: string): Promise<OpenShoot> {
  const reader = new ZipReader(new BlobReader(await openAsBlob(path)))
  const all = await reader.getEntries().catch((error: unknown) => {
    throw new ContainerError(strings.zipIsDamaged, { cause: error })
  })
  const entries = new Map<string, FileEntry>()
  for (const entry of all) if (!entry.directory) entries.set(entry.filename, entry)
  assertHonest((await stat(path)).size, entries)
  const named = byHash(entries)

  const bytesOf = async (entry: FileEntry | undefined, what: string): Promise<Uint8Array> => {
    if (!entry) throw new ContainerError(strings.missingInside(what))
    try {
      return await entry.getData(new Uint8ArrayWriter(), { checkSignature: true })
    } catch (error) {
      throw new ContainerError(strings.damagedInside(what), { cause: error })
    }
  }
  const file = async (
    folder: string,
    hash: string,
    said: Parameters<typeof assertPicture>[2],
  ): Promise<Uint8Array> => {
    const name = `${folder}/${hash}`
    const bytes = await bytesOf(named.get(name), name)
    if (sha256(bytes) !== hash) throw new ContainerError(strings.otherBytesInside(name))
    assertPicture(name, bytes, said)
    return bytes
  }

  const json = await bytesOf(entries.get(CONTAINER.json), CONTAINER.json)
  const contained = parseContained(new TextDecoder().decode(json))
  const assets: JobAsset[] = []
  for (const { hash, file: name } of contained.assets)
    assets.push({ hash, source: await bytesOf(entries.get(name), name) })
  const mattesOf = async (original: string): Promise<readonly KeyedMatte[]> => {
    const mine = contained.mattes.filter(({ key }) => key.startsWith(`${original}/`))
    return Promise.all(
      mine.map(async ({ key, matte, file: name }) => ({
        key,
        matte: matteIn(matte, name === null ? null : await bytesOf(entries.get(name), name)),
      })),
    )
  }
  const { folders } = CONTAINER
  return {
    rows: rowsIn(contained, today()),
    files: {
      original: (shot) => file(folders.originals, shot.originalHash, shot),
      finished: (rendition) =>
        file(folders.contents, rendition.fileHash, { ...rendition, type: rendition.format }),
      mattes: ({ originalHash }) => mattesOf(originalHash),
    },
    assets,
    close: () => reader.close(),
  }
}
