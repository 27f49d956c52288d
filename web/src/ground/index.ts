export { coloursOf, type Behind } from './behind'
export { BehindControl } from './BehindControl'
export { ColourField } from './ColourField'
export { frameToFill } from './useSceneVariants'
