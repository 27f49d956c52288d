import { FORMATS } from '@cloudbank/core/codec'
import { bestOf, eachOnce, fitsLightBrief, lightBrief, lightTouches } from '@cloudbank/core/weigh'
import { tableText } from '@cloudbank/core/words'
import {
  createShoot,
  database,
  freeShootName,
  type Database,
  type Shoot,
  type WeighedRow,
  type WeighIn,
} from '../../data'
import { download } from '../delivery/download'
import { giveFiles } from '../intake'
import { loadZip } from '../zip'
import { weighedFileId } from './weighWork'
import { strings } from '../strings'

/** Pictures that come out lighter in a shoot. */
export const worthMaking = (
  rows: readonly WeighedRow[],
  { options }: Pick<WeighIn, 'options'>,
): readonly WeighedRow[] =>
  rows.filter(
    (row) =>
      row.blob !== null &&
      row.facts !== null &&
      bestOf(row) !== null &&
      fitsLightBrief(row.facts, options),
  )

/** Makes a shoot of the pictures that would be lighter, with the brief that makes them so. */
export async function shootOf(
  { name, options }: WeighIn,
  rows: readonly WeighedRow[],
): Promise<Shoot> {
  const shoot = await createShoot({
    name: await freeShootName(name.slice(0, 100)),
    dueOn: null,
    brief: lightBrief(strings.lighterPictures, options),
  })
  const chosen = worthMaking(rows, { options })
  const names = eachOnce(chosen.map(({ path }) => path.split('/').at(-1)!))
  await giveFiles(
    shoot.id,
    chosen.map(({ blob, facts, use }, i) => ({
      fileName: names[i]!,
      blob: blob!,
      touches: lightTouches(facts!, use, options),
    })),
  )
  return shoot
}

/** A path with the extension of another format. */
const withExtension = (path: string, extension: string): string =>
  path.replace(/(\.[^./]*)?$/, `.${extension}`)

/**
 * A zip of all pictures at their paths: rewritten where that makes them lighter, as they came where not; and a table of
 * which became which.
 */
export async function zipOf(
  weighIn: WeighIn,
  rows: readonly WeighedRow[],
  db: Database = database,
): Promise<Blob> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await loadZip()
  const zip = new ZipWriter(new BlobWriter('application/zip'), { level: 0 })
  const lines: (string | number)[][] = []
  const whole = rows.filter((row) => row.blob !== null && row.facts !== null)
  const paths = eachOnce(
    whole.map((row) => {
      const best = bestOf(row)
      // The same format keeps its name, whatever extension it had.
      return best && best.type !== row.facts!.type
        ? withExtension(row.path, FORMATS[best.type].extension)
        : row.path
    }),
  )
  for (const [i, row] of whole.entries()) {
    const best = bestOf(row)
    const made = best && (await db.weighedFiles.get(weighedFileId(weighIn.id, best.fileHash)))
    const blob = made?.blob ?? row.blob!
    await zip.add(paths[i]!, new BlobReader(blob))
    lines.push([row.path, paths[i]!, row.facts!.bytes, blob.size])
  }
  const table = tableText([...strings.changesColumns], lines)
  await zip.add('changes.csv', new TextReader(table))
  return zip.close()
}

/** Hands the zip over. */
export async function saveZip(weighIn: WeighIn, rows: readonly WeighedRow[]): Promise<void> {
  download(await zipOf(weighIn, rows), `${fileStem(weighIn.name)}.zip`)
}

/** A name as a file may have it. */
export const fileStem = (name: string): string =>
  name
    .replace(/[^\p{L}\p{N} _-]+/gu, ' ')
    .trim()
    .slice(0, 80) || 'weigh-in'
