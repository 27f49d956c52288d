import type { ShootRows } from '@cloudbank/core/shoot'
import { bySlots, renditionRow, shootView, shotRow } from '@cloudbank/core/shoot/testing'
import { READY_OUTLETS, type FinishedFile, type Outlet } from '@cloudbank/core/outlets'
import type { Product, Rendition, Shot } from '../../data'
import { keyOf, recipeOf } from '../model'

// A shoot that is made and ready to leave, for tests of what is done with it.

/** A shoot with these shots, each of whose placements is made and up to date. */
export function viewOf(shots: readonly Shot[], change: Partial<ShootRows> = {}): ShootRows {
  const view = shootView({ shots, ...change })
  const recipe = recipeOf(view)
  const rows = shots.flatMap((shot) =>
    recipe.steps.finish.placements.map((placement): Rendition => {
      const { id, longSidePx } = placement
      const format = placement.format === 'auto' ? 'jpeg' : placement.format
      const key = keyOf(shot, recipe, placement)
      const side = { width: longSidePx, height: longSidePx }
      return renditionRow(shot.id, id, { key, format, ...side, finished: finished(longSidePx) })
    }),
  )
  return { ...view, renditions: bySlots(rows) }
}

export const finished = (side: number): FinishedFile => ({
  type: 'jpeg',
  width: side,
  height: side,
  bytes: 100,
  border: { colour: '#FFFFFF', spread: 0, clear01: 0 },
  product: { x: 0.075, y: 0.2, width: 0.85, height: 0.6 },
  hasProfile: true,
  dpi: 72,
})

const mug = {
  sku: 'M-1',
  name: 'Mug, "tin"',
  brand: '',
  type: 'mug',
  variant: 'ochre',
  colour: 'ochre',
  barcode: '',
  price: '',
  more: { Material: 'tin' },
} as unknown as Product // its ids do not matter here

export const mugs = ['front', 'top', 'back'].map((angle, order) =>
  shotRow(angle, { sku: 'M-1', angle, order, fileName: `DSC_${order}.jpg` }),
)
export const products = new Map([['M-1', mug]])
export const withOutlets = (...outlets: Outlet[]): Partial<ShootRows> => ({
  products,
  shoot: { ...shootView().shoot, outlets, ownFiles: false },
})
export const [shop, bazaar] = READY_OUTLETS as readonly [Outlet, Outlet]
