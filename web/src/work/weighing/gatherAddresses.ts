import { pathOfAddress, readPage, type WeighOptions } from '@cloudbank/core/weigh'
import { AddressRefusedError } from './fetchAddress'
import {
  BROWSER,
  sizeOf,
  textsOf,
  together,
  usesOf,
  viewingOf,
  type Gathered,
  type Gathering,
} from './gathered'

/** The pictures at addresses: of each page those that it shows. */
export async function gatherAddresses(
  addresses: readonly string[],
  options: WeighOptions,
  world: Gathering = BROWSER,
): Promise<Gathered> {
  const parts: Gathered[] = []
  for (const address of addresses) {
    const found = await world.fetching(address)
    if (found.mime !== 'text/html') {
      const path = pathOfAddress(found.address)
      const picture = { path, use: null, address, blob: found.blob, problem: null }
      parts.push({ name: path, pictures: [picture], otherBytes: null })
      continue
    }
    parts.push(await gatherPage(found.address, found.blob, options, world))
  }
  return together(parts, addresses[0] ?? '')
}

/** What a page shows, laid out with its style sheets, and what it loads besides. */
async function gatherPage(
  address: string,
  blob: Blob,
  options: WeighOptions,
  world: Gathering,
): Promise<Gathered> {
  const html = await blob.text()
  const { title, sheets, scripts } = readPage(html, address, viewingOf(options))
  const had = new Map<string, Blob>()
  for (const link of [...sheets, ...scripts]) {
    const found = await world.fetching(link).catch(nothingIfRefused)
    if (found) had.set(link, found.blob)
  }
  const uses = await usesOf(
    { html, address, sheets: await textsOf(sheets, (at) => had.get(at)) },
    options,
    world,
  )
  return {
    name: title || address,
    pictures: uses.map((use) => ({
      path: pathOfAddress(use.address),
      use,
      address: use.address,
      blob: null,
      problem: null,
    })),
    otherBytes: sizeOf([blob, ...had.values()]),
  }
}

/** A style sheet or a script that can't be had is left out: its page is weighed without. */
function nothingIfRefused(error: unknown): null {
  if (error instanceof AddressRefusedError) return null
  throw error
}
