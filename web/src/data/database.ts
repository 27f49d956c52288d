import Dexie, { type EntityTable, type Transaction } from 'dexie'
import type { PackedMatte } from '@cloudbank/core/engine'
import { BriefSteps, UNTOUCHED } from '@cloudbank/core/brief'
import type { z } from 'zod'
import * as rows from './rows'

/** A matte, kept by `matteKey`, so that a changed Finish never cuts again. */
export interface MatteRow {
  key: string
  matte: PackedMatte
}

class CloudbankDatabase extends Dexie {
  declare shoots: EntityTable<rows.Shoot, 'id'>
  declare shots: EntityTable<rows.Shot, 'id'>
  declare originals: EntityTable<rows.Original, 'hash'>
  declare previews: EntityTable<rows.Preview, 'hash'>
  declare arrivals: EntityTable<rows.Arrival, 'id'>
  declare refusals: EntityTable<rows.Refusal, 'id'>
  declare products: EntityTable<rows.Product, 'id'>
  declare briefs: EntityTable<rows.BriefRow, 'id'>
  declare mattes: EntityTable<MatteRow, 'key'>
  declare renditions: EntityTable<rows.Rendition, 'id'>
  declare files: EntityTable<rows.RenditionFile, 'id'>
  declare runs: EntityTable<rows.Run, 'id'>
  declare lightings: EntityTable<rows.Lighting, 'id'>
  declare measures: EntityTable<rows.MeasureRow, 'hash'>
  declare deeds: EntityTable<rows.Deed, 'id'>
  declare cubes: EntityTable<rows.CubeRow, 'hash'>

  constructor(name: string) {
    super(name)
    this.version(1).stores({
      shoots: 'id, createdAt',
      shots: 'id, shootId, originalHash',
      originals: 'hash',
      previews: 'hash',
      arrivals: '++id, shootId',
      refusals: '++id, shootId',
      products: 'id, shootId',
      briefs: 'id',
      mattes: 'key',
      renditions: 'id, shootId, shotId',
      files: 'id',
      runs: 'id, shootId, state',
    })
    this.version(2)
      .stores({
        lightings: 'id, shootId',
        measures: 'hash',
        deeds: '++id, shootId, *shotIds',
        cubes: 'hash',
      })
      .upgrade(upgradeTo2)
    check(this.shoots, rows.Shoot)
    check(this.shots, rows.Shot)
    check(this.originals, rows.Original)
    check(this.previews, rows.Preview)
    check(this.arrivals, rows.Arrival)
    check(this.refusals, rows.Refusal)
    check(this.products, rows.Product)
    check(this.briefs, rows.BriefRow)
    check(this.renditions, rows.Rendition)
    check(this.files, rows.RenditionFile)
    check(this.runs, rows.Run)
    check(this.lightings, rows.Lighting)
    check(this.measures, rows.MeasureRow)
    check(this.deeds, rows.Deed)
    check(this.cubes, rows.CubeRow)
  }
}

/** Version 2 knows lightings, touches, verdicts, and more of Light and of products. */
async function upgradeTo2(transaction: Transaction): Promise<void> {
  const change = (table: string, complete: (row: Record<string, unknown>) => object) =>
    transaction
      .table<Record<string, unknown>>(table)
      .toCollection()
      .modify((row) => {
        Object.assign(row, complete(row))
      })
  await change('shots', () => ({
    lightingId: null,
    sorted: false,
    place: null,
    twinOf: null,
    touches: UNTOUCHED,
    verdict: null,
  }))
  await change('shoots', () => ({ namePattern: null }))
  await change('products', () => ({
    brand: '',
    type: '',
    variant: '',
    barcode: '',
    price: '',
    more: {},
  }))
  await change('briefs', ({ brief }) => {
    const old = brief as { steps: unknown } // checked when it was saved
    return { brief: { ...old, steps: BriefSteps.parse(old.steps) } }
  })
  await change('runs', ({ steps }) => ({ steps: BriefSteps.parse(steps) }))
}

/** Every row is checked on its way in; a wrong one is a bug and throws. */
function check(table: Dexie.Table, schema: z.ZodType): void {
  table.hook('creating', (_key, row: unknown) => {
    schema.parse(row)
  })
}

export type Database = CloudbankDatabase

export const openDatabase = (name: string): Database => new CloudbankDatabase(name)

/** The browser's own database. */
export const database = openDatabase('cloudbank')
