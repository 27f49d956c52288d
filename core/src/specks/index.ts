export { findSpecks, type Speck, type Strength } from './findSpecks'
export { mendSpecks } from './mendSpecks'
