import { database, type Database, type Shoot } from '../../data'
import { loadZip } from '../zip'
import { manifestOf, type DeliveryFile } from './planDelivery'

/**
 * Packs a delivery: manifest.json first, then the files, stored, for they are compressed already.
 *
 * @param onFile called as each file goes in.
 * @throws Error naming a file that is missing.
 */
export async function packDelivery(
  shoot: Shoot,
  files: readonly DeliveryFile[],
  onFile: () => void,
  signal?: AbortSignal,
  db: Database = database,
): Promise<Blob> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await loadZip()
  const zip = new ZipWriter(new BlobWriter('application/zip'), {
    level: 0,
    ...(signal ? { signal } : {}),
  })
  await zip.add('manifest.json', new TextReader(JSON.stringify(manifestOf(shoot, files), null, 2)))
  for (const { path, rendition } of files) {
    const file = await db.contents.get(rendition.fileHash)
    if (!file) throw new Error(`${path} is missing from this browser; make it again`)
    const lastModDate = new Date(rendition.madeAt)
    await zip.add(path, new BlobReader(file.blob), { lastModDate })
    onFile()
  }
  return zip.close()
}
