export { digest } from './digest'
export { defineNote, Memory, type Note } from './memory'
export { Scratch } from './scratch'
