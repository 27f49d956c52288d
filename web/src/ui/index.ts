export { Action } from './Action'
export { Attention } from './Attention'
export { Key } from './Key'
export { Window } from './Window'
