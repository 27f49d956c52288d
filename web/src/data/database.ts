import Dexie, { type EntityTable, type Table } from 'dexie'
import type { z } from 'zod'
import * as shoot from '@cloudbank/core/shoot'
import * as rows from './rows'
import { upgradeTo2 } from './upgrades/to2'
import { upgradeTo3 } from './upgrades/to3'
import { upgradeTo7 } from './upgrades/to7'

/** What a row of each table must be: it is checked when it is written, and again when it is read. */
export const SCHEMAS = {
  shoots: shoot.Shoot,
  shots: shoot.Shot,
  originals: rows.Original,
  previews: rows.Preview,
  arrivals: rows.Arrival,
  refusals: rows.Refusal,
  products: shoot.Product,
  briefs: shoot.BriefRow,
  mattes: rows.MatteRow,
  renditions: shoot.Rendition,
  contents: rows.FileRow,
  runs: rows.Run,
  runItems: rows.RunItem,
  lightings: shoot.Lighting,
  measures: rows.MeasureRow,
  measureTasks: rows.MeasureTask,
  deeds: rows.Deed,
  assets: rows.AssetRow,
  cutOuts: rows.CutOutItem,
  savedBriefs: rows.SavedBrief,
  outlets: rows.OutletRow,
  deliveries: rows.Delivery,
  holds: rows.Hold,
  productTables: rows.ProductTable,
  reserve: rows.Reserve,
  workedOut: rows.WorkedOutRow,
  looks: rows.LookRow,
  watchedFolders: rows.WatchedFolder,
  weighIns: rows.WeighIn,
  weighed: rows.WeighedRow,
  weighedFiles: rows.WeighedFile,
  shopLinks: rows.ShopLink,
  goLives: rows.GoLive,
  liveItems: rows.LiveItem,
} as const satisfies Record<string, z.ZodType>

export type TableName = keyof typeof SCHEMAS
export type RowOf<Name extends TableName> = z.output<(typeof SCHEMAS)[Name]>

class CloudbankDatabase extends Dexie {
  declare shoots: EntityTable<shoot.Shoot, 'id'>
  declare shots: EntityTable<shoot.Shot, 'id'>
  declare originals: EntityTable<rows.Original, 'hash'>
  declare previews: EntityTable<rows.Preview, 'hash'>
  declare arrivals: EntityTable<rows.Arrival, 'id'>
  declare refusals: EntityTable<rows.Refusal, 'id'>
  declare products: EntityTable<shoot.Product, 'id'>
  declare briefs: EntityTable<shoot.BriefRow, 'id'>
  declare mattes: EntityTable<rows.MatteRow, 'key'>
  declare renditions: EntityTable<shoot.Rendition, 'id'>
  declare contents: EntityTable<rows.FileRow, 'hash'>
  declare runs: EntityTable<rows.Run, 'id'>
  declare runItems: EntityTable<rows.RunItem, 'id'>
  declare lightings: EntityTable<shoot.Lighting, 'id'>
  declare measures: EntityTable<rows.MeasureRow, 'hash'>
  declare measureTasks: Table<rows.MeasureTask, string>
  declare deeds: EntityTable<rows.Deed, 'id'>
  declare assets: EntityTable<rows.AssetRow, 'hash'>
  declare cutOuts: EntityTable<rows.CutOutItem, 'id'>
  declare savedBriefs: EntityTable<rows.SavedBrief, 'id'>
  declare outlets: EntityTable<rows.OutletRow, 'id'>
  declare deliveries: EntityTable<rows.Delivery, 'id'>
  declare holds: EntityTable<rows.Hold, 'id'>
  declare productTables: EntityTable<rows.ProductTable, 'id'>
  declare reserve: EntityTable<rows.Reserve, 'id'>
  declare workedOut: EntityTable<rows.WorkedOutRow, 'id'>
  declare looks: EntityTable<rows.LookRow, 'hash'>
  declare watchedFolders: EntityTable<rows.WatchedFolder, 'shootId'>
  declare weighIns: EntityTable<rows.WeighIn, 'id'>
  declare weighed: EntityTable<rows.WeighedRow, 'id'>
  declare weighedFiles: EntityTable<rows.WeighedFile, 'id'>
  declare shopLinks: EntityTable<rows.ShopLink, 'id'>
  declare goLives: EntityTable<rows.GoLive, 'id'>
  declare liveItems: EntityTable<rows.LiveItem, 'id'>
  declare setAside: EntityTable<rows.SetAside, 'id'>

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
    this.version(3)
      .stores({
        renditions: 'id, shootId, shotId, fileHash, [shootId+standing]',
        contents: 'hash',
        arrivals: '++id, shootId, state',
        runItems: 'id, [runId+state]',
        measureTasks: 'id, shootId',
        deeds: '++id, shootId, *rows, [shootId+redoable]',
        holds: 'id',
        productTables: '++id, shootId',
        setAside: '++id',
      })
      .upgrade(upgradeTo3)
    this.version(4).stores({ files: null })
    this.version(5).stores({ grounds: 'hash', cutOuts: 'id, jobId, shootId, outcome.state' })
    this.version(6).stores({ savedBriefs: 'id', outlets: 'id', deliveries: 'id, shootId' })
    this.version(7).stores({ assets: 'hash' }).upgrade(upgradeTo7)
    this.version(8).stores({ cubes: null, grounds: null })
    this.version(9).stores({ reserve: 'id' })
    this.version(10).stores({ workedOut: 'id, at' })
    this.version(11).stores({ looks: 'hash' })
    this.version(12).stores({
      weighIns: 'id, at',
      weighed: 'id, weighInId, state',
      weighedFiles: 'id, weighInId',
    })
    this.version(13).stores({ watchedFolders: 'shootId' })
    this.version(14).stores({
      shopLinks: 'id',
      goLives: 'id, shootId, state',
      liveItems: 'id, goLiveId, shootId, state',
    })
    for (const [table, schema] of Object.entries(SCHEMAS)) check(this.table(table), schema)
  }
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
