import { folderOf, type ShelfProduct } from '@cloudbank/core/shelf'
import type { DeliveryFile } from '@cloudbank/core/shoot'
import { database } from '../../data'
import { download, leavingFile } from '../../work/delivery'
import { loadZip } from '../../work/zip'

/** Saves the shop as a folder in a zip: its pages and feeds, and the delivered files at their paths. */
export async function saveFolder(
  title: string,
  shelf: readonly ShelfProduct[],
  files: readonly DeliveryFile[],
  isAligned: boolean,
): Promise<void> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await loadZip()
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0 })
  for (const { path, text } of folderOf(shelf, { title, isAligned }))
    await zip.add(path, new TextReader(text))
  const once = new Map(files.map((file) => [file.path, file]))
  for (const [path, file] of once)
    await zip.add(path, new BlobReader((await leavingFile(file, database)).blob))
  download(await zip.close(), `${title}, shelf.zip`)
}
