import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'

const Photo = z.object({
  file: z.string(),
  width: z.number(),
  height: z.number(),
  backdrop: z.string().optional(),
  angle: z.string().optional(),
  sku: z.string().optional(),
  lighting: z.string().optional(),
  reference: z
    .object({ rect: z.tuple([z.number(), z.number(), z.number(), z.number()]) })
    .optional(),
  faults: z.object({ exposureStops: z.number().default(0) }).optional(),
  productBox: z.tuple([z.number(), z.number(), z.number(), z.number()]),
})
export type Photo = z.infer<typeof Photo>

const ShootFile = z.object({ photos: z.array(Photo) })

/** A folder laid out like demo/: photos/, truth/ and shoot.json. */
export interface ShootFolder {
  readonly path: string
  readonly photos: readonly Photo[]
}

export async function openShootFolder(path: string): Promise<ShootFolder> {
  const { photos } = ShootFile.parse(JSON.parse(await readFile(join(path, 'shoot.json'), 'utf8')))
  return { path, photos }
}

export const photoPath = (folder: ShootFolder, { file }: Photo): string =>
  join(folder.path, 'photos', file)

export const alphaPath = (folder: ShootFolder, { file }: Photo): string =>
  join(folder.path, 'truth/alpha', file.replace(/\.\w+$/, '.png'))

/** Whether the product runs out of the photograph. */
export function runsOut({ width, height, productBox: [x, y, w, h] }: Photo): boolean {
  return x <= 0 || y <= 0 || x + w >= width || y + h >= height
}
