import { z } from 'zod'
import type { PackedMatte } from '@cloudbank/core/matte'
import { pack, unpack } from '../packed'
import type { KeyedMatte } from '../pool'

const Head = z.object({ key: z.string(), matte: z.looseObject({ kind: z.string() }) })

/** A matte under its key as one file. */
export function packKeyedMatte({ key, matte }: KeyedMatte): Promise<Blob> {
  if (matte.kind === 'uncut') return pack({ key, matte }, [])
  const { deflated, ...alpha } = matte.alpha
  const own = deflated as Uint8Array<ArrayBuffer> // never shared
  return pack({ key, matte: { ...matte, alpha } }, [own])
}

/** @throws Error when the file is damaged. */
export async function unpackKeyedMatte(file: Blob): Promise<KeyedMatte> {
  const found = await unpack(file, Head)
  if (!found) throw new Error('a matte is damaged')
  const { key, matte } = found.head
  const { alpha } = matte
  const whole =
    matte.kind === 'uncut'
      ? matte
      : { ...matte, alpha: { ...(alpha as object), deflated: new Uint8Array(found.numbers) } }
  return { key, matte: whole as unknown as PackedMatte } // as it was packed
}
