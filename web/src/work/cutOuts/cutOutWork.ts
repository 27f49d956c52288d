import type { Recipe } from '@cloudbank/core/shoot'
import { planOf } from '../model'
import { CancelledError } from '@cloudbank/core/engine'
import { UnreachableError, type Jobs } from '@cloudbank/hosts/pool'
import type { Work } from '@cloudbank/hosts/runs'
import { watchTables, type CutOutItem, type Database, type Shot } from '../../data'
import { describeError } from '../../notices'
import { shotRecipe } from '../shotRecipe'
import { makeCutOut } from './makeCutOut'
import { strings } from '../strings'

/** Makes the cut-outs that wait, each by its shot as it is then, and keeps them until all are there. */
export const cutOutWork = (pool: Jobs, db: Database): Work<CutOutItem> => ({
  lock: 'cut-outs',
  remaining: async () => {
    const items = await db.cutOuts.where('outcome.state').equals('waiting').toArray()
    return items.sort((a, b) => a.id.localeCompare(b.id))
  },
  keyOf: ({ id }) => id,
  nameOf: ({ path }) => path,
  goesOn: async () => (await db.cutOuts.count()) > 0,
  watch: (onChange) => watchTables(db, ['cutOuts'], onChange),
  process: async (item, signal) => {
    const outcome = await outcomeOf(item, pool, signal, db)
    if (signal.aborted) throw new CancelledError()
    // Nothing is kept of what was stopped meanwhile.
    await db.cutOuts.update(item.id, { outcome })
  },
})

async function outcomeOf(
  { shotId, format }: CutOutItem,
  pool: Jobs,
  signal: AbortSignal,
  db: Database,
): Promise<CutOutItem['outcome']> {
  const shot = await db.shots.get(shotId)
  if (!shot) return { state: 'failed', reason: strings.shotNoLongerExists }
  try {
    const plan = planOf(shot, await recipeFor(shot, db))
    return { state: 'made', blob: await makeCutOut(shot, plan, format, { pool, db, signal }) }
  } catch (error) {
    if (error instanceof CancelledError || error instanceof UnreachableError) throw error
    return { state: 'failed', reason: describeError(error) }
  }
}

/** By the shoot's brief as it is now. */
async function recipeFor(shot: Shot, db: Database): Promise<Recipe> {
  const shoot = await db.shoots.get(shot.shootId)
  const row = shoot && (await db.briefs.get(shoot.briefId))
  if (!row) throw new Error(strings.shootNoLongerHasBrief)
  return shotRecipe(shot, { briefId: row.id, steps: row.brief.steps }, db)
}
