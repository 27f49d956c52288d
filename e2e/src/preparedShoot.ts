import { readFile } from 'node:fs/promises'
import { basename, extname } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'

// One shoot is measured, cut and made once; tests that begin with such shots open parts of it.

/** The photographs of the prepared shoot. */
export const PREPARED = [
  'IMG_2050.jpg',
  'OCK-101-front.jpg',
  'OCK-101-reference.jpg',
  'OCK-102-front.jpg',
  'OCK-103-front.jpg',
  'OCK-104-three-quarter.jpg',
  'OCK-104-top.jpg',
  'OCK-107-front.jpg',
  'OCK-108-front.jpg',
  'OCK-108-three-quarter.jpg',
  'OCK-109-SLA-front.jpg',
  'OCK-109-TEA-front.jpg',
  'OCK-111-top.jpg',
] as const

/** How far the shots of a part are: measured, cut as well, or made by the brief that a new shoot has. */
export type Progress = 'measured' | 'cut' | 'made'

type Row = Record<string, unknown>
interface Contained {
  readonly tables: Record<string, Row[]>
  readonly mattes: { readonly key: string; readonly file: string | null }[]
}

const JSON_NAME = 'cloudbank-shoot.json'

/** A saved shoot of these of the prepared photographs, in this order, as a new shoot of them would be. */
export async function partOf(
  prepared: string,
  files: readonly string[],
  progress: Progress,
): Promise<Buffer> {
  const { [JSON_NAME]: json, ...stored } = unzipSync(await readFile(prepared))
  const contained = JSON.parse(strFromU8(json!)) as Contained // as the app has saved it
  const all = contained.tables
  const shots = all['shots']!.filter(({ fileName }) => files.includes(fileName as string)).map(
    (shot): Row => ({
      ...shot,
      order: files.indexOf(shot['fileName'] as string),
      findings: progress === 'made' ? shot['findings'] : [],
    }),
  )
  const hashes = new Set(shots.map(({ originalHash }) => originalHash))
  const ids = new Set(shots.map(({ id }) => id))
  const lit = new Set(shots.map(({ lightingId }) => lightingId))
  const isOf = (key: string): boolean => hashes.has(key.split('/')[0])
  const tables = {
    ...all,
    shots,
    lightings: all['lightings']!.filter(({ id }) => lit.has(id)).map((row) =>
      ids.has(row['referenceShotId']) ? row : { ...row, referenceShotId: null },
    ),
    measures: all['measures']!.filter(({ hash }) => hashes.has(hash)),
    renditions:
      progress === 'made' ? all['renditions']!.filter(({ shotId }) => ids.has(shotId)) : [],
    deeds: [],
  }
  const mattes = progress === 'measured' ? [] : contained.mattes.filter(({ key }) => isOf(key))
  const text = JSON.stringify({ ...contained, tables, mattes })
  const entries: Zippable = { [JSON_NAME]: strToU8(text) }
  for (const [name, bytes] of Object.entries(stored))
    if (text.includes(basename(name, extname(name)))) entries[name] = bytes
  return Buffer.from(zipSync(entries, { level: 0 }))
}
