/** Why a file was not taken in. */
export type FileProblem =
  | { readonly code: 'empty' }
  | { readonly code: 'not-a-picture'; readonly bytes: number }
  | { readonly code: 'unsupported'; readonly type: string }
  | { readonly code: 'cut-short'; readonly bytes: number }
  | {
      readonly code: 'too-large'
      readonly width: number
      readonly height: number
      readonly maxPixels: number
    }
  | { readonly code: 'damaged' }

/** A file that is not a usable picture; expected, and shown with its name. */
export class FileError extends Error {
  override readonly name = 'FileError'
  constructor(
    readonly problem: FileProblem,
    options?: ErrorOptions,
  ) {
    super(describeFileProblem(problem), options)
  }
}

/** The reason in words, to follow the file's name and a colon. */
export function describeFileProblem(problem: FileProblem): string {
  switch (problem.code) {
    case 'empty':
      return '0 bytes long, nothing in it'
    case 'not-a-picture':
      return `${problem.bytes.toLocaleString('en')} bytes long, not a picture`
    case 'unsupported':
      return `a ${problem.type} file; JPEG, PNG, WebP, AVIF, TIFF and HEIC are taken in`
    case 'cut-short':
      return `cut short after ${problem.bytes.toLocaleString('en')} bytes; copy it again from the camera`
    case 'too-large':
      return `${problem.width} × ${problem.height} pixels; at most ${problem.maxPixels / 1e6} megapixels are taken in`
    case 'damaged':
      return 'damaged inside, cannot be decoded; copy it again from the camera'
  }
}
