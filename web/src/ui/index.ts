export { Action } from './Action'
export { Attention } from './Attention'
export { useBlobUrl } from './blobUrls'
export { Key } from './Key'
