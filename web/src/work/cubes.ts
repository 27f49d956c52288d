import { useEffect, useState } from 'react'
import { parseCube, type CubeLut, type Look } from '@cloudbank/core/steps'
import { database } from '../data'

/** Tables that have been read: a look is worn by many pictures, and its text is long. */
const read = new Map<string, Promise<CubeLut | null>>()

async function readCube(hash: string): Promise<CubeLut | null> {
  const row = await database.cubes.get(hash)
  return row ? parseCube(row.text) : null
}

/** The colour table that a look names; null where it names none, or it is not here any more. */
export async function cubeOf(look: Look): Promise<CubeLut | null> {
  if (look.from !== 'cube') return null
  const found = read.get(look.hash) ?? readCube(look.hash)
  read.set(look.hash, found)
  return found
}

/** The same for a screen; null until it has been read. */
export function useCube(look: Look): CubeLut | null {
  const hash = look.from === 'cube' ? look.hash : null
  const [found, setFound] = useState<{ hash: string; cube: CubeLut | null } | null>(null)
  useEffect(() => {
    if (hash === null) return
    let current = true
    void cubeOf(look).then((cube) => current && setFound({ hash, cube }))
    return () => {
      current = false
    }
    // The hash says all about the table.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hash])
  return found?.hash === hash ? (found?.cube ?? null) : null
}
