import { useNotices } from '../app/notices'
import { takeIn, type IncomingFile } from './intake'

/** What was given: photographs, and tables of products. */
export interface Incoming {
  readonly pictures: readonly IncomingFile[]
  readonly tables: readonly File[]
}

const isHidden = (path: string): boolean =>
  path.split('/').some((part) => part.startsWith('.') || part === '__MACOSX')

const isTable = ({ name }: { name: string }): boolean => /\.(csv|tsv)$/i.test(name)

/** Sorts what was dropped; zips are opened, whatever they are called. */
export async function sortIncoming(files: readonly File[]): Promise<Incoming> {
  const pictures: IncomingFile[] = []
  const tables: File[] = []
  const sort = (file: File): void => {
    if (isTable(file)) tables.push(file)
    else pictures.push({ fileName: file.name, blob: file })
  }
  for (const file of files) {
    if (isHidden(file.name)) continue
    if (!(await isZip(file))) {
      sort(file)
      continue
    }
    try {
      for (const inner of await openZip(file)) sort(inner)
    } catch (error) {
      const why = error instanceof Error ? error.message : String(error)
      useNotices.getState().need(`${file.name}: a damaged zip (${why}). The rest goes on.`)
    }
  }
  return { pictures, tables }
}

async function isZip(file: File): Promise<boolean> {
  const [p, k, three, four] = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  return p === 0x50 && k === 0x4b && three === 3 && four === 4
}

async function openZip(file: File): Promise<File[]> {
  const { BlobReader, BlobWriter, configure, ZipReader } = await import('@zip.js/zip.js')
  // Entries are inflated by the browser's own streams: a worker from a blob would break the security policy.
  configure({ useWebWorkers: false })
  const reader = new ZipReader(new BlobReader(file))
  try {
    const found: File[] = []
    for (const entry of await reader.getEntries()) {
      if (entry.directory || isHidden(entry.filename)) continue
      const blob = await entry.getData(new BlobWriter())
      found.push(new File([blob], entry.filename.split('/').at(-1) ?? entry.filename))
    }
    return found
  } finally {
    await reader.close()
  }
}

/** Takes in whatever was given to a shoot; gives back the tables, which are to be looked at first. */
export async function takeInFiles(
  shootId: string,
  files: readonly File[],
): Promise<readonly File[]> {
  const { pictures, tables } = await sortIncoming(files)
  if (pictures.length > 0) await takeIn(shootId, pictures)
  return tables
}
