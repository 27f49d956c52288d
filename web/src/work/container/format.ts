import { z } from 'zod'

/**
 * A whole shoot in one open file: a zip of `shoot.json`, which holds the rows of every table as the
 * database has them, and of the files that they name by hash.
 */
export const CONTAINER = {
  version: 1,
  /** First in the zip, stored as it is, so that the file is known by its first bytes. */
  json: 'cloudbank-shoot.json',
  folders: { originals: 'originals', previews: 'previews', contents: 'renditions' },
  mattes: 'mattes',
  cubes: 'tables',
  grounds: 'grounds',
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
  version: z.literal(CONTAINER.version, 'it was written by a later Cloudbank'),
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
  /** Colour tables by hash: their names; the text lies in a file of its own. */
  cubes: z.record(z.string(), z.object({ name: z.string() })),
  /** The same for grounds; files of before there were any have none. */
  grounds: z.record(z.string(), z.object({ name: z.string() })).default({}),
})
export type Contained = z.infer<typeof Contained>

/** A file that holds no shoot, or one that cannot be read, and why. */
export class ContainerError extends Error {
  override readonly name = 'ContainerError'
}
