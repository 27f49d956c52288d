import { fileTypeWords } from './formats'

/** Why a file was not taken in. */
export type FileProblem =
  | { readonly code: 'empty' }
  | { readonly code: 'not-a-picture'; readonly bytes: number }
  | { readonly code: 'unsupported'; readonly type: string; readonly hint?: string }
  | { readonly code: 'cut-short'; readonly bytes: number }
  | {
      readonly code: 'too-large'
      readonly width: number
      readonly height: number
      readonly maxPixels: number
    }
  | {
      readonly code: 'too-long'
      readonly width: number
      readonly height: number
      readonly maxSidePx: number
    }
  | { readonly code: 'too-heavy'; readonly bytes: number; readonly maxBytes: number }
  | { readonly code: 'bomb' }
  | { readonly code: 'too-slow'; readonly afterMs: number }
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

const counted = (count: number): string => count.toLocaleString('en')

/** The reason in words, to follow the file's name and a colon. */
export function describeFileProblem(problem: FileProblem): string {
  switch (problem.code) {
    case 'empty':
      return '0 bytes long, nothing in it'
    case 'not-a-picture':
      return `${counted(problem.bytes)} bytes long, not a picture`
    case 'unsupported':
      return `a ${problem.type}; ${problem.hint ?? `${fileTypeWords()} can be imported`}`
    case 'cut-short':
      return `cut short after ${counted(problem.bytes)} bytes; copy it again from the camera`
    case 'too-large':
      return `${problem.width} × ${problem.height} pixels; at most ${problem.maxPixels / 1e6} megapixels can be imported`
    case 'too-long':
      return `${problem.width} × ${problem.height} pixels; a side may have at most ${counted(problem.maxSidePx)}`
    case 'too-heavy':
      return `${Math.round(problem.bytes / 1e6)} MB; a file may have at most ${problem.maxBytes / 1e6} MB`
    case 'bomb':
      return 'holds far more data than its pixels need; not opened'
    case 'too-slow':
      return `not decoded within ${Math.round(problem.afterMs / 1000)} s; save it again in another program`
    case 'damaged':
      return 'damaged and can’t be decoded; copy it again from the camera'
  }
}
