import type { Plan } from '@cloudbank/core/brief'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import { stemOf } from '@cloudbank/core/names'
import { database, type Shot } from '../../data'
import { download } from '../delivery'
import { sharedPool } from '../pool'
import { makeCutOut } from './makeCutOut'

/** What a cut-out's file is called, of the stem of its photograph's name. */
export const cutOutName = (stem: string, format: CutOutFormat): string =>
  `${stem}-cut-out.${CUT_OUT_FORMATS[format].extension}`

/** Makes a shot's cut-out and hands it to the person at the screen. */
export async function saveCutOut(shot: Shot, plan: Plan, format: CutOutFormat): Promise<void> {
  const blob = await makeCutOut(shot, plan, format, { pool: sharedPool(), db: database })
  download(blob, cutOutName(stemOf(shot.fileName), format))
}
