import { useEffect, useMemo, useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import { FileError, LIMITS, readFileFacts } from '@cloudbank/core/codec'
import { stemOf } from '@cloudbank/core/names'
import { isFont, parseCube, type CubeLut } from '@cloudbank/core/steps'
import type { JobAsset } from '@cloudbank/hosts/pool'
import { sha256 } from '@cloudbank/hosts/pool'
import { AssetHash, database, OriginalHash, type AssetRow, type Database } from '../data'
import { strings } from './strings'

/** Tables and pictures that have been read: one is worn by many shots. */
const read = new Map<string, Promise<Blob | null>>()

/** A photograph may be asked for as well: it is an inset of another. */
const readAsset = async (hash: AssetHash, db: Database): Promise<Blob | null> =>
  (await db.assets.get(hash))?.blob ??
  (await db.originals.get(OriginalHash.parse(hash)))?.blob ??
  null

/** The tables and pictures that a plan names, as far as they are here; one that is not is said by the engine. */
export async function assetsOf(
  { assets }: Pick<Plan, 'assets'>,
  db: Database = database,
): Promise<JobAsset[]> {
  const found = await Promise.all(
    assets.map(async ({ hash }) => {
      const reading = read.get(hash) ?? readAsset(AssetHash.parse(hash), db)
      read.set(hash, reading)
      // What is missing, or could not be read, is looked for again at the next need.
      reading.then(
        (blob) => blob ?? read.delete(hash),
        () => read.delete(hash),
      )
      const source = await reading
      return source ? [{ hash, source }] : []
    }),
  )
  return found.flat()
}

/** A colour table of 64 steps a side has some ten million bytes. */
const MAX_CUBE_BYTES = 50_000_000

/** @throws FileError when a file is longer than what is read of its kind. */
function assertNotHeavy({ size }: File, maxBytes: number): void {
  if (size > maxBytes) throw new FileError({ code: 'too-heavy', bytes: size, maxBytes })
}

/** A file that was brought in, as settings name it. */
type BroughtIn = Pick<AssetRow, 'hash' | 'name'>

/**
 * Keeps a colour table under its hash, so that looks can name it.
 *
 * @throws CubeError when the file is no colour table, FileError when it is longer than one can be.
 */
export async function bringInCube(file: File, db: Database = database): Promise<BroughtIn> {
  assertNotHeavy(file, MAX_CUBE_BYTES)
  const bytes = await file.arrayBuffer()
  const text = new TextDecoder().decode(bytes)
  const { title } = parseCube(text)
  const row: AssetRow = {
    hash: AssetHash.parse(await sha256(bytes)),
    role: 'look',
    name: title === '' ? stemOf(file.name) : title,
    blob: new Blob([bytes]),
  }
  await db.assets.put(row)
  return row
}

/**
 * Keeps a picture under its hash, so that settings can name it.
 *
 * @param role what it is to its step.
 *
 * @throws FileError when the file is no picture that can be imported, or too large a one; Error when this browser can't
 *   read it.
 */
export async function bringInPicture(
  file: File,
  role: 'ground' | 'picture',
  db: Database = database,
): Promise<BroughtIn> {
  assertNotHeavy(file, LIMITS.maxFileBytes)
  const bytes = await file.arrayBuffer()
  // Before it is decoded: a large one takes gigabytes.
  readFileFacts(new Uint8Array(bytes))
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error(strings.itIsntPictureThisBrowser)
  })
  picture.close()
  const row: AssetRow = {
    hash: AssetHash.parse(await sha256(bytes)),
    role,
    name: stemOf(file.name),
    blob: new Blob([bytes], { type: file.type }),
  }
  await db.assets.put(row)
  return row
}

/** A font with all the letters of Asia has some 20 million bytes. */
const MAX_FONT_BYTES = 30_000_000

/**
 * Keeps a font under its hash, so that marks can name it.
 *
 * @throws FileError when the file is longer than a font can be; Error when it is none.
 */
export async function bringInFont(file: File, db: Database = database): Promise<BroughtIn> {
  assertNotHeavy(file, MAX_FONT_BYTES)
  const bytes = await file.arrayBuffer()
  const broken = (): never => {
    throw new Error(strings.itIsntFontThatCanBeRead)
  }
  if (!isFont(new Uint8Array(bytes))) broken()
  await new FontFace('imported', bytes.slice(0)).load().catch(broken)
  const row: AssetRow = {
    hash: AssetHash.parse(await sha256(bytes)),
    role: 'font',
    name: stemOf(file.name),
    blob: new Blob([bytes]),
  }
  await db.assets.put(row)
  return row
}

/** A colour table that was brought in; null where it is not here. */
export async function cubeOf(hash: string, db: Database = database): Promise<CubeLut | null> {
  const row = await db.assets.get(AssetHash.parse(hash))
  return row ? parseCube(await row.blob.text()) : null
}

const NONE: readonly JobAsset[] = []

/** The same for a screen: none until they have been read. */
export function useAssets({ assets }: Pick<Plan, 'assets'>): readonly JobAsset[] {
  const key = JSON.stringify(assets)
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all about the assets
  const named = useMemo(() => assets, [key])
  const [found, setFound] = useState<{ key: string; assets: readonly JobAsset[] } | null>(null)
  useEffect(() => {
    if (named.length === 0) return
    let current = true
    assetsOf({ assets: named }).then(
      (read) => current && setFound({ key, assets: read }),
      () => undefined, // drawn without them, which the engine says
    )
    return () => {
      current = false
    }
  }, [named, key])
  return found?.key === key ? found.assets : NONE
}
