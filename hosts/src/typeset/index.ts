export { createCanvasTypesetter } from './canvasTypesetter'
