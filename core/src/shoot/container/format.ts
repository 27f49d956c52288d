import { z } from 'zod'

/**
 * A whole shoot in one open file: a zip of `shoot.json`, which holds the rows of every table as the
 * database has them, and of the files that they name by hash.
 */
export const CONTAINER = {
  version: 2,
  /** First in the zip, stored as it is, so that the file is known by its first bytes. */
  json: 'cloudbank-shoot.json',
  folders: { originals: 'originals', previews: 'previews', contents: 'renditions' },
  mattes: 'mattes',
  assets: 'assets',
  /** Where version 1 had colour tables and grounds. */
  earlier: { cubes: 'tables', grounds: 'grounds' },
} as const

/** Tables of which a container holds the rows, with whatever else they point to. */
export const CONTAINER_TABLES = [
  'shoots',
  'briefs',
  'shots',
  'products',
  'lightings',
  'renditions',
  'measures',
  'deeds',
] as const
export type ContainerTable = (typeof CONTAINER_TABLES)[number]

const Rows = z.array(z.unknown())

/** What `cloudbank-shoot.json` holds. Rows are checked by the schemas of their tables. */
export const Contained = z.object({
  version: z.literal(CONTAINER.version, 'it was saved by a newer version of Cloudbank'),
  tables: z.object({
    shoots: Rows.length(1),
    briefs: Rows,
    shots: Rows,
    products: Rows,
    lightings: Rows,
    renditions: Rows,
    measures: Rows,
    deeds: Rows,
  }),
  /** Sizes of the small pictures, by hash. */
  previews: z.record(z.string(), z.object({ width: z.number(), height: z.number() })),
  /** Mattes without their alpha, which lies in a file of its own; those of shots left whole have none. */
  mattes: z.array(
    z.object({
      key: z.string(),
      matte: z.looseObject({ kind: z.enum(['cut', 'uncut']) }),
      file: z.string().nullable(),
    }),
  ),
  /** Tables and pictures of the user's own; each lies in a file of its own. */
  assets: z.array(
    z.object({ hash: z.string(), role: z.string(), name: z.string(), file: z.string() }),
  ),
})
export type Contained = z.infer<typeof Contained>

const Named = z.record(z.string(), z.object({ name: z.string() }))

/** What version 1 said of colour tables and grounds. */
const Version1 = z.looseObject({
  version: z.literal(1),
  cubes: Named.default({}),
  grounds: Named.default({}),
})

/** What a container of an earlier version says, in the words of this one; anything else as it is. */
export function migrateContained(data: unknown): unknown {
  const read = Version1.safeParse(data)
  if (!read.success) return data
  const { cubes, grounds, ...rest } = read.data
  const { earlier } = CONTAINER
  const asset =
    (role: string, folder: string, ending: string) =>
    ([hash, { name }]: [string, { name: string }]) => ({
      hash,
      role,
      name,
      file: `${folder}/${hash}${ending}`,
    })
  return {
    ...rest,
    version: 2,
    assets: [
      ...Object.entries(cubes).map(asset('look', earlier.cubes, '.cube')),
      ...Object.entries(grounds).map(asset('ground', earlier.grounds, '')),
    ],
  }
}

/** A file that holds no shoot, or one that cannot be read, and why. */
export class ContainerError extends Error {
  override readonly name = 'ContainerError'
}
