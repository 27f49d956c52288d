export { findSpecks, type Speck, type Strength } from './findSpecks'
export { mendSpeck, mendSpecks } from './mendSpecks'
