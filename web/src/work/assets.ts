import { useEffect, useMemo, useState } from 'react'
import type { Plan } from '@cloudbank/core/brief'
import type { JobAsset } from '@cloudbank/hosts/pool'
import { database, FileHash, type Database } from '../data'

/** Colour tables that have been read: a look is worn by many pictures, and its text is long. */
const read = new Map<string, Promise<Blob | null>>()

async function readCube(hash: FileHash, db: Database): Promise<Blob | null> {
  const row = await db.cubes.get(hash)
  return row ? new Blob([row.text]) : null
}

/** The tables that a plan names, as far as they are here; one that is not is said by the engine. */
export async function assetsOf(
  { assets }: Pick<Plan, 'assets'>,
  db: Database = database,
): Promise<JobAsset[]> {
  const found = await Promise.all(
    Object.values(assets).map(async (hash) => {
      const reading = read.get(hash) ?? readCube(FileHash.parse(hash), db)
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

const NONE: readonly JobAsset[] = []

/** The same for a screen: none until they have been read. */
export function useAssets({ assets }: Pick<Plan, 'assets'>): readonly JobAsset[] {
  const key = JSON.stringify(assets)
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the key says all about the assets
  const named = useMemo(() => assets, [key])
  const [found, setFound] = useState<{ key: string; assets: readonly JobAsset[] } | null>(null)
  useEffect(() => {
    if (Object.keys(named).length === 0) return
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
