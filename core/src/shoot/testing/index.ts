// Rows as they come to be, for tests of whoever works with a shoot.
export * from '../rows/ids.testing'
export * from '../rows/rows.testing'
export * from '../rows/view.testing'
export * from '../../matte/signs.testing'
