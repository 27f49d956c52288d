import { resolve } from 'node:path'
import { folderStore } from './folderStore'
import type { StorePort } from './store'

/**
 * The store at an address: a folder's path, or `s3://bucket/folder`, with `?endpoint=https://…&region=…` where it is
 * not the usual one.
 */
export async function openStore(address: string): Promise<StorePort> {
  if (!address.startsWith('s3://')) return folderStore(resolve(address))
  const { s3Store } = await import('./s3Store')
  const { hostname: name, pathname, searchParams } = new URL(address)
  const endpoint = searchParams.get('endpoint')
  return s3Store({
    name,
    folder: pathname.replace(/^\/+|\/+$/g, ''),
    client: {
      region: searchParams.get('region') ?? 'us-east-1',
      // Servers of one's own seldom have a host name for each bucket.
      ...(endpoint === null ? {} : { endpoint, forcePathStyle: true }),
    },
  })
}
