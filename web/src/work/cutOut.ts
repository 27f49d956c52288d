import type { Plan } from '@cloudbank/core/brief'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import { stemOf } from '@cloudbank/core/names'
import type { JobAsset } from '@cloudbank/hosts/pool'
import { database, type Shot } from '../data'
import { download } from './delivery'
import { sharedPool } from './pool'
import { mattesOf } from './runs'

/** Makes a shot's cut-out in a worker and hands it to the person at the screen. */
export async function saveCutOut(
  shot: Shot,
  plan: Plan,
  assets: readonly JobAsset[],
  format: CutOutFormat,
): Promise<void> {
  const original = await database.originals.get(shot.originalHash)
  if (!original) throw new Error('the photograph is missing from this browser')
  const { bytes } = await sharedPool().run<'cut-out'>({
    kind: 'cut-out',
    source: original.blob,
    plan,
    mattes: await mattesOf(plan, database),
    assets,
    format,
  })
  const { extension, mime } = CUT_OUT_FORMATS[format]
  // Bytes from a worker are never shared.
  const blob = new Blob([bytes as Uint8Array<ArrayBuffer>], { type: mime })
  download(blob, `${stemOf(shot.fileName)}-cut-out.${extension}`)
}
