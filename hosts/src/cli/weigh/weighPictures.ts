import { CancelledError } from '@cloudbank/core/engine'
import { FileError } from '@cloudbank/core/codec'
import type { WeighedPicture, WeighOptions } from '@cloudbank/core/weigh'
import type { Jobs } from '../../pool'
import type { FoundPicture } from './gatherPictures'

/** Weighs pictures, all at once as far as there are workers; what can't be read says why, and the rest goes on. */
export const weighPictures = (
  pictures: readonly FoundPicture[],
  options: WeighOptions,
  pool: Jobs,
  signal: AbortSignal,
  report: (path: string) => void,
): Promise<readonly WeighedPicture[]> =>
  Promise.all(
    pictures.map(async ({ path, use, file }): Promise<WeighedPicture> => {
      const none = { path, use, facts: null, made: null }
      if (!(file instanceof Uint8Array)) return { ...none, problem: file.problem }
      try {
        const job = { kind: 'weigh', source: file, use, options } as const
        const { facts, made } = await pool.run<'weigh'>(job, { signal })
        report(path)
        const ways = made.map(({ hash, bytes, ...way }) => ({
          ...way,
          bytes: bytes.length,
          fileHash: hash,
        }))
        return { path, use, facts, made: ways, problem: null }
      } catch (error) {
        if (error instanceof CancelledError || !(error instanceof FileError)) throw error
        return { ...none, problem: error.message }
      }
    }),
  )
