import { UNTOUCHED } from '../../brief'
import { renditionId } from './ids'
import { briefId, fileHash, lightingId, originalHash, shootId, shotId } from './ids.testing'
import type { Lighting, Rendition, Shot } from './rows'

// Rows as they come to be, for tests.

export const shotRow = (id: string, change: Partial<Shot> = {}): Shot => ({
  id: shotId(id),
  shootId: shootId('s'),
  fileName: `${id}.jpg`,
  originalHash: originalHash(id),
  sku: null,
  angle: null,
  width: 10,
  height: 10,
  bytes: 1,
  type: 'jpeg',
  order: 0,
  findings: [],
  failure: null,
  lightingId: null,
  sorted: false,
  place: null,
  twinOf: null,
  touches: UNTOUCHED,
  words: { file: null, alt: null },
  going: {},
  alsoFor: [],
  verdict: null,
  ...change,
})

export const lightingRow = (id: string, change: Partial<Lighting> = {}): Lighting => ({
  id: lightingId(id),
  shootId: shootId('s'),
  name: `Lighting ${id}`,
  takenAt: null,
  referenceShotId: null,
  neutral: null,
  light: {},
  ...change,
})

export const renditionRow = (
  shot: string,
  placementId: string,
  change: Partial<Rendition> = {},
): Rendition => {
  const { version = 1 } = change
  const slot = { shotId: shotId(shot), briefId: briefId('b'), placementId }
  return {
    ...slot,
    id: renditionId(slot, version),
    shootId: shootId('s'),
    version,
    standing: 'current',
    key: '',
    standsFor: null,
    fileHash: fileHash(`file of ${shot}/${placementId}/${version}`),
    runId: null,
    bytes: 100,
    width: 1200,
    height: 1200,
    format: 'jpeg',
    qualityPct: 85,
    productBox: null,
    window: { x: 0, y: 0, width: 1, height: 1 },
    findings: [],
    finished: null,
    madeAt: 0,
    ...change,
  }
}
