import type { Transaction } from 'dexie'

type Row = Record<string, unknown>

// A frozen step: it says what version 3 was, whatever the app has become since. Never edited.

/**
 * Version 3 keeps finished files by content with versions of each rendition, the shots of a run as rows of
 * their own, what is to be measured as a queue, and histories as patches by path.
 */
export async function upgradeTo3(transaction: Transaction): Promise<void> {
  const rows = (table: string): Promise<Row[]> => transaction.table<Row>(table).toArray()
  const shoots = new Map((await rows('shoots')).map((shoot) => [shoot.id, shoot]))
  const shots = await rows('shots')
  await moveFiles(transaction)
  await moveRenditions(transaction, shoots)
  await moveBriefs(transaction)
  await moveRuns(transaction, shoots)
  await moveDeeds(transaction)
  await queueMeasures(transaction, shots)
  await complete(transaction, 'arrivals', {
    kind: 'photograph',
    opened: 0,
    tries: 0,
    state: 'waiting',
    heldFor: '',
  })
  await complete(transaction, 'refusals', { kind: 'refused' })
  // Mattes have other keys and levels; they are made again as they are needed.
  await transaction.table('mattes').clear()
}

const complete = (transaction: Transaction, table: string, missing: Row): Promise<unknown> =>
  transaction
    .table<Row>(table)
    .toCollection()
    .modify((row) => {
      Object.assign(row, missing)
    })

/** A file of version 2 has no hash yet; the name it had stands for its content until it is made again. */
const oldHash = (renditionId: unknown): string => `old/${String(renditionId)}`

async function moveFiles(transaction: Transaction): Promise<void> {
  const contents = transaction.table<Row>('contents')
  await transaction.table<Row>('files').each(({ id, blob }) => {
    void contents.put({ hash: oldHash(id), blob })
  })
}

async function moveRenditions(
  transaction: Transaction,
  shoots: ReadonlyMap<unknown, Row>,
): Promise<void> {
  const table = transaction.table<Row>('renditions')
  const old = await table.toArray()
  await table.clear()
  await table.bulkAdd(
    old.flatMap((rendition) => {
      const briefId = shoots.get(rendition.shootId)?.briefId
      if (briefId === undefined) return []
      const { shotId, placementId } = rendition
      return [
        {
          ...rendition,
          id: `${String(shotId)}/${String(briefId)}/own/${String(placementId)}/1`,
          briefId,
          outletId: null,
          version: 1,
          standing: 'current',
          fileHash: oldHash(rendition.id),
          runId: null,
        },
      ]
    }),
  )
}

/** A brief of version 1 as version 2 has it: the ground's settings under a name of their own. */
function briefOf2(brief: unknown): unknown {
  const { steps, ...others } = brief as { readonly steps: Row } // as version 2 of the database kept it
  return { ...others, version: 2, steps: stepsOf2(steps) }
}

function stepsOf2(steps: Row): Row {
  const { ground, finish } = steps as { ground: unknown; finish: { placements: Row[] } } // as above
  const placements = finish.placements.map((placement) => ({ ...placement, changes: {} }))
  return { ...steps, ground: { behind: ground }, finish: { placements } }
}

async function moveBriefs(transaction: Transaction): Promise<void> {
  await transaction
    .table<Row>('briefs')
    .toCollection()
    .modify((row) => {
      row.brief = briefOf2(row.brief)
    })
}

async function moveRuns(
  transaction: Transaction,
  shoots: ReadonlyMap<unknown, Row>,
): Promise<void> {
  const table = transaction.table<Row>('runs')
  const items = transaction.table<Row>('runItems')
  for (const run of await table.toArray()) {
    const { steps, shotIds, doneShotIds, ...others } = run
    const all = shotIds as string[] // as version 2 kept them
    const done = new Set(doneShotIds as string[]) // as version 2 kept them
    await table.put({
      ...others,
      brief: briefOf2({ version: 1, name: 'Brief', steps }),
      briefId: shoots.get(run.shootId)?.briefId ?? 'none',
      heldFor: null,
      total: all.length,
      done: done.size,
    })
    const open = run.state === 'running' || run.state === 'paused'
    if (!open) continue
    await items.bulkAdd(
      all.map((shotId, i) => ({
        id: `${String(run.id)}/${String(i).padStart(6, '0')}`,
        runId: run.id,
        shotId,
        state: done.has(shotId) ? 'done' : 'waiting',
      })),
    )
  }
}

interface Change {
  readonly table: string
  readonly id: string
  readonly before: Row | null
  readonly after: Row | null
}

async function moveDeeds(transaction: Transaction): Promise<void> {
  const table = transaction.table<Row>('deeds')
  for (const deed of await table.toArray()) {
    const { changes, undone, shotIds: _, ...others } = deed
    const all = changes as Change[] // as version 2 kept them
    const undoneAs = undone === true ? Number(deed.id) : null
    const patches = all.flatMap(({ table: of, id, before, after }) => {
      const patch = (path: string[], from: unknown, to: unknown) => ({
        table: of,
        id,
        path,
        before: from,
        after: to,
        undoneAs,
      })
      if (before === null || after === null)
        return [patch([], before ?? undefined, after ?? undefined)]
      return Object.keys(after).map((field) =>
        of === 'briefs' && field === 'brief'
          ? patch([field], briefOf2(before[field]), briefOf2(after[field]))
          : patch([field], before[field], after[field]),
      )
    })
    await table.put({
      ...others,
      patches,
      rows: [...new Set(all.map(({ table: of, id }) => `${of}/${id}`))],
      redoable: undoneAs === null ? 0 : 1,
    })
  }
}

async function queueMeasures(transaction: Transaction, shots: readonly Row[]): Promise<void> {
  const measured = new Set(await transaction.table('measures').toCollection().primaryKeys())
  const tasks = transaction.table<Row>('measureTasks')
  for (const { id, shootId, originalHash, fileName, sorted } of shots) {
    if (!measured.has(originalHash as string))
      await tasks.put({ id, kind: 'measure', shootId, hash: originalHash, fileName })
    if (sorted !== true) await tasks.put({ id: `sort/${String(shootId)}`, kind: 'sort', shootId })
  }
}
