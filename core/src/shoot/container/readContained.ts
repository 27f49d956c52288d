import { parseJson } from '../../json'
import { z } from 'zod'
import type { PackedMatte } from '../../matte'
import { BriefRow, Lighting, Product, Rendition, Shoot, Shot, slotOf } from '../rows'
import type { Measured, ShootRows } from '../rows'
import { Contained, CONTAINER, ContainerError, migrateContained } from './format'

/**
 * What `cloudbank-shoot.json` says, of whichever version it is.
 *
 * @throws ContainerError naming the field that is wrong.
 */
export function parseContained(text: string): Contained {
  let data: unknown
  try {
    data = parseJson(text)
  } catch (error) {
    throw new ContainerError(`${CONTAINER.json} in it can’t be read`, { cause: error })
  }
  const read = Contained.safeParse(migrateContained(data))
  if (read.success) return read.data
  const [issue] = read.error.issues
  throw new ContainerError(
    `${CONTAINER.json}, ${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`,
  )
}

const MeasuredRow = z.object({
  hash: z.string(),
  result: z.custom<Measured>(
    (value) => typeof value === 'object' && value !== null && 'measures' in value,
  ),
})

/**
 * The rows of a shoot in a container, as everything is derived of them.
 *
 * @param day today, as YYYY-MM-DD.
 * @throws ContainerError naming the table and field that is wrong.
 */
export function rowsIn({ tables }: Contained, day: string): ShootRows {
  const all = <S extends z.ZodType>(name: keyof Contained['tables'], schema: S): z.output<S>[] => {
    const read = z.array(schema).safeParse(tables[name])
    if (read.success) return read.data
    const [issue] = read.error.issues
    throw new ContainerError(
      `${CONTAINER.json}, ${name}, ${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`,
    )
  }
  const [shoot] = all('shoots', Shoot)
  const [briefRow] = all('briefs', BriefRow)
  if (!shoot || !briefRow) throw new ContainerError('it doesn’t contain a shoot with a brief')
  const shots = all('shots', Shot).sort((a, b) => a.order - b.order)
  const current = all('renditions', Rendition).filter(({ standing }) => standing === 'current')
  return {
    shoot,
    briefRow,
    shots,
    products: new Map(all('products', Product).map((row) => [row.sku, row])),
    lightings: new Map(all('lightings', Lighting).map((row) => [row.id, row])),
    renditions: new Map(current.map((row) => [slotOf(row), row])),
    measures: new Map(all('measures', MeasuredRow).map(({ hash, result }) => [hash, result])),
    day,
  }
}

/** A matte of a container with its alpha, which lies in a file of its own. */
export function matteIn(
  matte: Contained['mattes'][number]['matte'],
  deflated: Uint8Array | null,
): PackedMatte {
  if (!deflated) return matte as unknown as PackedMatte // it has no alpha
  return { ...matte, alpha: { ...(matte.alpha as object), deflated } } as unknown as PackedMatte // as it was taken apart
}

/** A name that no encoder has written stands for itself. */
function decoded(name: string): string {
  try {
    return decodeURIComponent(name)
  } catch {
    return name
  }
}

/** Files of a container by their folder and the hash that names them, whatever their ending. */
export function byHash<Entry>(entries: Iterable<readonly [string, Entry]>): Map<string, Entry> {
  const found = new Map<string, Entry>()
  for (const [path, entry] of entries) {
    const [folder = '', name = ''] = path.split('/')
    found.set(`${folder}/${decoded(name.replace(/\.\w+$/, ''))}`, entry)
  }
  return found
}
