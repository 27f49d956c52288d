import { createHash } from 'node:crypto'

/** SHA-256 of bytes, in hex. */
export const sha256 = (bytes: Uint8Array): string =>
  createHash('sha256').update(bytes).digest('hex')
