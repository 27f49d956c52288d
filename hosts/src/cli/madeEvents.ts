import type { LeftFile } from '@cloudbank/core/shoot'

/** A file that was written, as `--json` prints it. */
export interface WrittenFile {
  readonly path: string
  readonly bytes: number
  readonly sha256: string
}

/** What became of one photograph. */
export type PhotoEvent =
  | {
      readonly event: 'made'
      readonly path: string
      /** What a person should know of it. */
      readonly words: string
      readonly files: readonly WrittenFile[]
    }
  | { readonly event: 'failed'; readonly path: string; readonly reason: string }

export const madeEvent = (
  path: string,
  words: string,
  left: readonly LeftFile[],
): PhotoEvent & { readonly event: 'made' } => ({
  event: 'made',
  path,
  words,
  files: left.map(({ file, bytes, sha256 }) => ({ path: file.path, bytes, sha256 })),
})
