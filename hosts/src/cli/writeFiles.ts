import {
  CREDIT_HEAD_BYTES,
  FileHash,
  leavingWords,
  MANIFEST_FILES,
  manifestOf,
  manifestTable,
  webPageOf,
  withLeavingWords,
  type DeliveryFile,
  type LeftFile,
  type ShootRows,
} from '@cloudbank/core/shoot'
import type { OutFolder } from './outFolder'
import { sha256 } from './sha256'

/**
 * Writes a rendition as it leaves: with its words and the photograph's credit, under the name it is delivered by.
 *
 * @param bytes the rendition as it was made.
 * @param original the photograph's bytes, which the credit is read from.
 */
export async function writeFile(
  file: DeliveryFile,
  bytes: Uint8Array,
  original: Uint8Array,
  out: OutFolder,
): Promise<LeftFile> {
  const head = original.subarray(0, CREDIT_HEAD_BYTES)
  const leaving = await leavingWords(file, () => Promise.resolve(head))
  const changed = leaving && withLeavingWords(bytes, file, leaving.words)
  const written = changed ? leaving : null
  const whole = changed ?? bytes
  await out.save(file.path, whole)
  return {
    file,
    bytes: whole.length,
    sha256: FileHash.parse(sha256(whole)),
    words: written?.words ?? null,
    isCut: written?.isCut ?? false,
  }
}

/** Writes what was delivered, as data, as a table and as a page of the pictures. */
export async function writeManifests(
  { shoot }: Pick<ShootRows, 'shoot'>,
  left: readonly LeftFile[],
  out: OutFolder,
): Promise<void> {
  const texts = {
    [MANIFEST_FILES.json]: JSON.stringify(manifestOf(shoot, left), null, 2),
    [MANIFEST_FILES.table]: manifestTable(left),
    [MANIFEST_FILES.page]: webPageOf(
      shoot.name,
      left.map(({ file }) => file),
    ),
  }
  for (const [name, text] of Object.entries(texts))
    await out.save(name, new TextEncoder().encode(text))
}
