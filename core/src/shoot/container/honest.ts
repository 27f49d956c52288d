import { FORMATS, readFileFacts, type FileFacts, type FileType } from '../../codec'
import { CONTAINER, ContainerError } from './format'

/** The most that `cloudbank-shoot.json` may be long, in bytes: some 200,000 rows; a browser's text ends at twice that. */
export const MAX_JSON_BYTES = 256_000_000

/** The most that deflate can make of a byte (J. Gailly, M. Adler: zlib, “Maximum expansion factor”). */
const MAX_EXPANSION = 1032
/** What a short file may be longer by, in bytes. */
const SLACK_BYTES = 1024

/** What a zip says of one file in it, in bytes. */
export interface SaidOfEntry {
  readonly compressedSize: number
  readonly uncompressedSize: number
}

/** Whether a file in a zip can be as long as the zip says: none is longer than deflate can make it. */
export const isPossible = ({ compressedSize, uncompressedSize }: SaidOfEntry): boolean =>
  uncompressedSize <= compressedSize * MAX_EXPANSION + SLACK_BYTES

/**
 * Whether files lie one after the other in a zip: together they take no more than it is long. Those that share their
 * bytes unpack to many times what the zip can hold.
 */
export const fitIn = (zipBytes: number, entries: Iterable<SaidOfEntry>): boolean => {
  let packed = 0
  for (const { compressedSize } of entries) packed += compressedSize
  return packed <= zipBytes
}

/**
 * Sees to it that a saved shoot unpacks to no more than its zip can honestly hold.
 *
 * @throws ContainerError
 */
export function assertHonest(zipBytes: number, entries: ReadonlyMap<string, SaidOfEntry>): void {
  if (!fitIn(zipBytes, entries.values()))
    throw new ContainerError('the files in its zip overlap; it wasn’t saved by Cloudbank')
  for (const [name, entry] of entries)
    if (!isPossible(entry))
      throw new ContainerError(`${name} in it can’t be as long as the zip says`)
  const json = entries.get(CONTAINER.json)
  if (json && json.uncompressedSize > MAX_JSON_BYTES)
    throw new ContainerError(
      `${CONTAINER.json} is longer than ${MAX_JSON_BYTES / 1e6} MB, more than one shoot can hold`,
    )
}

/**
 * Sees to it that a file is the picture that its row says it is.
 *
 * @param said type and sides as its row has them.
 * @throws ContainerError naming the file and what it is.
 */
export function assertPicture(
  name: string,
  bytes: Uint8Array,
  said: { readonly type: FileType; readonly width: number; readonly height: number },
): void {
  let found: FileFacts
  try {
    found = readFileFacts(bytes)
  } catch (error) {
    throw new ContainerError(`${name} in it: ${error instanceof Error ? error.message : ''}`, {
      cause: error,
    })
  }
  const sidesOf = ({ width, height }: typeof said): number[] =>
    [width, height].sort((a, b) => a - b)
  // Which way round it stands is for its orientation to say, and has been read differently.
  const [short, long] = sidesOf(found)
  const [saidShort, saidLong] = sidesOf(said)
  // What a HEIC says of its sides is not always what it decodes to.
  const sameSides = (short === saidShort && long === saidLong) || found.type === 'heic'
  if (found.type === said.type && sameSides) return
  const words = ({ type, width, height }: typeof said): string =>
    `${FORMATS[type].word} of ${width} × ${height} pixels`
  throw new ContainerError(
    `${name} in it is a ${words(found)}, not the ${words(said)} it should be`,
  )
}
