import exifr from 'exifr'
import { z } from 'zod'

/** What a camera wrote into a file; null where it wrote nothing. */
export interface CaptureFacts {
  /** Local time of the camera as YYYY-MM-DDTHH:MM:SS. */
  readonly takenAt: string | null
  readonly camera: string | null
  readonly iso: number | null
  /** Orientation of EXIF, 1…8. */
  readonly orientation: number
  /** Name of the embedded colour profile; null means sRGB by default. */
  readonly profile: string | null
  /** Who made it, and who holds its rights, as it is to be printed; empty where nothing is said. */
  readonly creator: string
  readonly rights: string
}

const NOTHING: CaptureFacts = {
  takenAt: null,
  camera: null,
  iso: null,
  orientation: 1,
  profile: null,
  creator: '',
  rights: '',
}

const Text = z.string().trim().min(1).nullable().catch(null)
const Fields = z.object({
  DateTimeOriginal: Text.default(null),
  CreateDate: Text.default(null),
  Model: Text.default(null),
  ISO: z.number().nullable().catch(null).default(null),
  Orientation: z.number().int().min(1).max(8).catch(1).default(1),
  ProfileDescription: Text.default(null),
  Artist: Text.default(null),
  Copyright: Text.default(null),
})

/** Reads what the camera wrote. Damaged entries count as missing. */
export async function readCaptureFacts(bytes: Uint8Array): Promise<CaptureFacts> {
  const fields = await readFields(bytes)
  if (!fields) return NOTHING
  return {
    takenAt: isoTime(fields.DateTimeOriginal ?? fields.CreateDate),
    camera: fields.Model,
    iso: fields.ISO,
    orientation: fields.Orientation,
    profile: fields.ProfileDescription,
    creator: fields.Artist ?? '',
    rights: fields.Copyright ?? '',
  }
}

async function readFields(bytes: Uint8Array): Promise<z.infer<typeof Fields> | null> {
  if (isBoxes(bytes) && !reachesMeta(bytes)) return null
  try {
    const found: unknown = await exifr.parse(bytes, {
      tiff: true,
      exif: true,
      icc: true,
      translateValues: false,
      reviveValues: false,
    })
    return Fields.parse(found ?? {})
  } catch {
    // The library throws for files that carry no such entries; which they are does not matter.
    return null
  }
}

const letters = (bytes: Uint8Array, at: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + 4))

/** Whether a file is of boxes (ISO/IEC 14496-12), as AVIF and HEIC are. */
const isBoxes = (bytes: Uint8Array): boolean => letters(bytes, 4) === 'ftyp'

/**
 * Whether a walk over the boxes comes to the one that describes the file. Where it does not, as when a box
 * says that it has no length, the library would walk on for ever.
 */
function reachesMeta(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  for (let at = 0; at + 8 <= bytes.length;) {
    if (letters(bytes, at + 4) === 'meta') return true
    const size = view.getUint32(at)
    if (size < 8) return false
    at += size
  }
  return false
}

/** “2026:10:12 09:05:16” as EXIF writes it. */
function isoTime(exif: string | null): string | null {
  const match = /^(\d{4}):(\d\d):(\d\d)[ T](\d\d):(\d\d):(\d\d)/.exec(exif ?? '')
  if (!match) return null
  const [, year, month, day, hour, minute, second] = match
  if (year === '0000') return null
  return `${year}-${month}-${day}T${hour}:${minute}:${second}`
}
