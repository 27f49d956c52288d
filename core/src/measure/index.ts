export { measureBackdropRing, type BackdropRing } from './backdropRing'
