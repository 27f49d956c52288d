import exifr from 'exifr'
import { z } from 'zod'
import type { FileWords } from './xmp'

const Text = z.string().trim().catch('').default('')
const Fields = z.object({ Artist: Text, Copyright: Text })

/** Who made a photograph and who holds its rights, as its camera wrote it (EXIF); empty where it says nothing. */
export async function readCredit(
  bytes: Uint8Array,
): Promise<Pick<FileWords, 'creator' | 'rights'>> {
  try {
    const found: unknown = await exifr.parse(bytes, { pick: ['Artist', 'Copyright'] })
    const { Artist, Copyright } = Fields.parse(found ?? {})
    return { creator: Artist, rights: Copyright }
  } catch {
    // The library throws for files that carry no such entries.
    return { creator: '', rights: '' }
  }
}
