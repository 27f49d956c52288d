import type { Lighting } from '@cloudbank/core/shoot'
import {
  lightingId,
  renditionRow,
  shootId as shoot,
  shotId,
  shotRow,
} from '@cloudbank/core/shoot/testing'
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openDatabase, type Database } from './database'
import {
  create,
  deedsOf,
  describeStepped,
  isUndone,
  perform,
  put,
  putFields,
  redoNext,
  remove,
  rowRef,
  undoDeed,
  undoLast,
  type HistoryScope,
} from './history'

let db: Database
beforeEach(async () => {
  db = openDatabase(`test-${crypto.randomUUID()}`)
  await db.shots.bulkAdd(['a', 'b', 'c'].map((id) => shotRow(id)))
})
afterEach(() => db.delete())

const shootId = shoot('s')
const whole: HistoryScope = { shootId }
const of = (id: string): HistoryScope => ({ shootId, rows: [rowRef('shots', id)] })

const light = async (id: string): Promise<unknown> =>
  (await db.shots.get(shotId(id)))?.touches.light
const set = (id: string, field: string, value: number | undefined) =>
  put('shots', id, ['touches', 'light', field], value)
const expose = (ev: number, ids = ['a'], mergeKey?: string): Promise<void> =>
  perform(
    {
      shootId,
      words: `Exposure ${ev}`,
      edits: ids.map((id) => set(id, 'exposureEv', ev)),
      ...(mergeKey ? { mergeKey } : {}),
    },
    db,
  )
const contrast = (id: string, value: number): Promise<void> =>
  perform({ shootId, words: `Contrast ${value}`, edits: [set(id, 'contrast', value)] }, db)

describe('a history', () => {
  test('is undone and redone in order, and a new deed ends the redoing', async () => {
    await expose(1)
    await expose(2)
    await undoLast(whole, db)
    expect(await light('a')).toEqual({ exposureEv: 1 })
    await undoLast(whole, db)
    expect(await light('a')).toBeUndefined()
    expect(await undoLast(whole, db)).toEqual({ kind: 'nothing' })
    expect(await redoNext(whole, db)).toEqual({ kind: 'done', words: 'Exposure 1' })
    expect(await light('a')).toEqual({ exposureEv: 1 })
    await expose(3)
    expect(await redoNext(whole, db)).toEqual({ kind: 'nothing' })
    expect((await deedsOf(whole, db)).map(({ words }) => words)).toEqual([
      'Exposure 1',
      'Exposure 3',
    ])
  })

  test('counts the moves of one slider as one deed', async () => {
    await expose(1)
    for (const ev of [1.1, 1.2, 1.3]) await expose(ev, ['a'], 'a/exposure')
    expect(await db.deeds.count()).toBe(2)
    await undoLast(whole, db)
    expect(await light('a')).toEqual({ exposureEv: 1 })
    await redoNext(whole, db)
    expect(await light('a')).toEqual({ exposureEv: 1.3 })
  })

  test('of one shot takes back that shot’s part of a deed, and leaves later edits of others alone', async () => {
    await expose(1, ['a', 'b', 'c'])
    await contrast('b', 20)
    await undoLast(of('c'), db)
    expect(await light('c')).toBeUndefined()
    expect(await light('b')).toEqual({ exposureEv: 1, contrast: 20 })
    expect(await light('a')).toEqual({ exposureEv: 1 })
    const [carried] = await deedsOf(whole, db)
    expect([isUndone(carried!, of('c')), isUndone(carried!, whole)]).toEqual([true, false])
    await undoLast(whole, db)
    await undoLast(whole, db)
    expect([await light('a'), await light('b')]).toEqual([undefined, undefined])
    await redoNext(of('b'), db)
    expect([await light('a'), await light('b')]).toEqual([undefined, { exposureEv: 1 }])
  })

  test('takes back a value, not the row about it', async () => {
    await expose(1)
    // Something that is no deed changes the same row meanwhile.
    await db.shots.update(shotId('a'), { twinOf: 'other.jpg' })
    await undoLast(whole, db)
    expect(await db.shots.get(shotId('a'))).toMatchObject({ twinOf: 'other.jpg', touches: {} })
  })

  test('says which later change is in the way, and leaves it', async () => {
    await expose(1, ['a', 'b'])
    await expose(2)
    const [first] = await deedsOf(whole, db)
    const stepped = await undoDeed(first!.id!, whole, db)
    expect(stepped).toEqual({
      kind: 'blocked',
      words: 'Exposure 1',
      partly: true,
      by: ['Exposure 2'],
    })
    expect(describeStepped(stepped, 'undo')).toBe(
      '“Exposure 1” was only partly undone: “Exposure 2” changed the same since.',
    )
    expect([await light('a'), await light('b')]).toEqual([{ exposureEv: 2 }, undefined])
  })

  test('of a row that was removed since says so, and brings nothing back by halves', async () => {
    await expose(1)
    const shot = (await db.shots.get(shotId('a')))!
    await perform({ shootId, words: 'Removed 1 shot', edits: [remove('shots', shot)] }, db)
    const [first] = await deedsOf(whole, db)
    expect(await undoDeed(first!.id!, whole, db)).toMatchObject({
      kind: 'blocked',
      partly: false,
      by: ['Removed 1 shot'],
    })
    expect(await db.shots.get(shotId('a'))).toBeUndefined()
    await undoLast(whole, db)
    expect(await db.shots.get(shotId('a'))).toEqual(shot)
  })

  test('brings back what was made and what was removed', async () => {
    const lighting: Lighting = {
      id: lightingId('l'),
      shootId,
      name: 'Window',
      takenAt: null,
      referenceShotId: null,
      neutral: null,
      light: {},
    }
    await perform({ shootId, words: 'Made', edits: [create('lightings', lighting)] }, db)
    await undoLast(whole, db)
    expect(await db.lightings.count()).toBe(0)
    await redoNext(whole, db)
    expect(await db.lightings.get(lightingId('l'))).toEqual(lighting)
    await perform({ shootId, words: 'Gone', edits: [remove('lightings', lighting)] }, db)
    await undoLast(whole, db)
    expect(await db.lightings.get(lightingId('l'))).toEqual(lighting)
  })

  test('keeps nothing of a deed that changes nothing, or whose row has gone', async () => {
    await expose(1)
    await expose(1)
    await expose(5, ['gone'])
    expect(await db.deeds.count()).toBe(1)
  })

  test('two that change one row at a time both count', async () => {
    await Promise.all([expose(1), contrast('a', 7)])
    expect(await light('a')).toEqual({ exposureEv: 1, contrast: 7 })
  })

  test('a value that the row does not take is refused, and nothing of the deed is kept', async () => {
    const wrong = {
      shootId,
      words: 'x',
      edits: [set('b', 'contrast', 5), set('a', 'contrast', 500)],
    }
    await expect(perform(wrong, db)).rejects.toThrow()
    expect(await light('b')).toBeUndefined()
    expect(await db.deeds.count()).toBe(0)
  })

  test('fields are put one by one', () => {
    expect(
      putFields('shots', 'a', { sku: 'X', place: 2 }).map(({ path, to }) => [path, to(0)]),
    ).toEqual([
      [['sku'], 'X'],
      [['place'], 2],
    ])
  })
})

describe('against a plain model', () => {
  /** A small generator with a seed (Steele, Lea & Flood 2014, SplitMix). */
  function seeded(seed: number) {
    let state = seed
    const next = (): number => {
      state = (state + 0x9e3779b9) | 0
      let z = state
      z = Math.imul(z ^ (z >>> 16), 0x85ebca6b)
      z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35)
      return ((z ^ (z >>> 16)) >>> 0) / 2 ** 32
    }
    return { below: (n: number): number => Math.floor(next() * n) }
  }

  interface ModelPatch {
    readonly place: string
    readonly before: number | undefined
    readonly after: number | undefined
    undoneAs: number | null
  }
  interface ModelDeed {
    readonly id: number
    patches: ModelPatch[]
  }

  /** The same rules over a plain map of values. */
  class Model {
    readonly values = new Map<string, number>()
    deeds: ModelDeed[] = []
    #last = 0

    do(edits: ReadonlyMap<string, number | undefined>): void {
      const patches: ModelPatch[] = []
      for (const [place, after] of edits) {
        const before = this.values.get(place)
        if (before === after) continue
        patches.push({ place, before, after, undoneAs: null })
        this.#set(place, after)
      }
      if (patches.length === 0) return
      const rows = new Set(patches.map(({ place }) => place[0]))
      for (const deed of this.deeds)
        deed.patches = deed.patches.filter(
          ({ undoneAs, place }) => undoneAs === null || !rows.has(place[0]),
        )
      this.deeds = this.deeds.filter(({ patches: left }) => left.length > 0)
      this.deeds.push({ id: ++this.#last, patches })
    }

    undo(scope: string | null, id?: number): void {
      const open = ({ place, undoneAs }: ModelPatch): boolean =>
        undoneAs === null && (scope === null || place[0] === scope)
      const deed =
        id === undefined
          ? this.deeds.findLast(({ patches }) => patches.some(open))
          : this.deeds.find((candidate) => candidate.id === id)
      if (!deed) return
      const count = Math.max(0, ...this.#undone()) + 1
      for (const patch of deed.patches.filter(open).reverse()) {
        if (this.values.get(patch.place) !== patch.after) continue
        this.#set(patch.place, patch.before)
        patch.undoneAs = count
      }
    }

    redo(scope: string | null): void {
      const inScope = ({ place }: ModelPatch): boolean => scope === null || place[0] === scope
      const newest = Math.max(
        0,
        ...this.deeds.flatMap(({ patches }) =>
          patches.filter(inScope).map(({ undoneAs }) => undoneAs ?? 0),
        ),
      )
      if (newest === 0) return
      for (const patch of this.deeds.flatMap(({ patches }) => patches)) {
        if (!inScope(patch) || patch.undoneAs !== newest) continue
        if (this.values.get(patch.place) !== patch.before) continue
        this.#set(patch.place, patch.after)
        patch.undoneAs = null
      }
    }

    #undone(): number[] {
      return this.deeds.flatMap(({ patches }) => patches.map(({ undoneAs }) => undoneAs ?? 0))
    }

    #set(place: string, value: number | undefined): void {
      if (value === undefined) this.values.delete(place)
      else this.values.set(place, value)
    }
  }

  const SHOTS = ['a', 'b', 'c'] as const
  const FIELDS = ['exposureEv', 'contrast'] as const

  async function valuesInDatabase(): Promise<Map<string, number>> {
    const found = new Map<string, number>()
    for (const id of SHOTS) {
      const touch = (await db.shots.get(shotId(id)))?.touches.light
      for (const field of FIELDS)
        if (touch?.[field] !== undefined) found.set(`${id}.${field}`, touch[field])
    }
    return found
  }

  test.each([11, 22, 33, 44, 55, 66])(
    'deeds over several shots, undone and redone in any order, seed %i',
    async (seed) => {
      const { below } = seeded(seed)
      const model = new Model()
      /** Ids of the database's deeds by the model's. */
      const ids = new Map<number, number>()
      for (let step = 0; step < 120; step++) {
        const kind = below(10)
        const scope = below(2) === 0 ? null : SHOTS[below(3)]!
        if (kind < 5) {
          const edits = new Map<string, number | undefined>()
          for (let n = 0; n <= below(3); n++)
            edits.set(
              `${SHOTS[below(3)]!}.${FIELDS[below(2)]!}`,
              below(5) === 0 ? undefined : below(4),
            )
          const before = await db.deeds.orderBy('id').last()
          model.do(edits)
          await perform(
            {
              shootId,
              words: `step ${step}`,
              edits: [...edits].map(([place, value]) => {
                const [id, field] = place.split('.') as [string, string]
                return set(id, field, value)
              }),
            },
            db,
          )
          const last = await db.deeds.orderBy('id').last()
          if (last && last.id !== before?.id) ids.set(model.deeds.at(-1)!.id, last.id!)
        } else if (kind < 7) {
          model.undo(scope)
          await undoLast(scope === null ? whole : of(scope), db)
        } else if (kind < 9) {
          model.redo(scope)
          await redoNext(scope === null ? whole : of(scope), db)
        } else if (model.deeds.length > 0) {
          const { id } = model.deeds[below(model.deeds.length)]!
          model.undo(scope, id)
          await undoDeed(ids.get(id)!, scope === null ? whole : of(scope), db)
        }
        expect(await valuesInDatabase(), `after step ${step}`).toEqual(model.values)
        expect((await db.deeds.toArray()).map(({ patches }) => patches.length)).toEqual(
          model.deeds.map(({ patches }) => patches.length),
        )
      }
      expect(model.deeds.length).toBeGreaterThan(5)
    },
  )
})

test('one version of a rendition stands at a time, in whatever order it was made, taken back and undone', async () => {
  const version = (n: number, standing: 'current' | 'earlier') =>
    renditionRow(shotId('a'), 'page', { version: n, standing })
  const [first, second, third] = [
    version(1, 'earlier'),
    version(2, 'current'),
    version(3, 'current'),
  ]
  const other = renditionRow(shotId('a'), 'card', { standing: 'current' })
  await db.renditions.bulkAdd([first, second, other])
  const standing = async (): Promise<number[]> =>
    (await db.renditions.toArray())
      .filter((row) => row.standing === 'current' && row.placementId === 'page')
      .map((row) => row.version)
  const takeBack = {
    shootId,
    words: 'Run undone',
    edits: [
      put('renditions', second.id, ['standing'], 'earlier'),
      put('renditions', first.id, ['standing'], 'current'),
    ],
  }
  await perform(takeBack, db)
  expect(await standing()).toEqual([1])
  // Made anew meanwhile, as a run does it.
  await db.renditions.update(first.id, { standing: 'earlier' })
  await db.renditions.add(third)
  await undoLast(whole, db)
  expect(await standing()).toEqual([2])
  await redoNext(whole, db)
  expect((await standing()).length).toBeLessThanOrEqual(1)
  expect((await db.renditions.get(other.id))?.standing).toBe('current')
})
