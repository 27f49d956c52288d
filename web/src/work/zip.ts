import type * as ZipModule from '@zip.js/zip.js'

/** The zip library, fetched when it is first needed. */
export async function loadZip(): Promise<typeof ZipModule> {
  const zip = await import('@zip.js/zip.js')
  // Entries are worked on by the browser's own streams: a worker from a blob would break the security policy.
  zip.configure({ useWebWorkers: false })
  return zip
}
