import { isContainer } from '../container'

/** What was given, by its first bytes, or for tables by its name: they have nothing else to tell them by. */
export type GivenKind = 'photograph' | 'zip' | 'table' | 'shoot'

const isTableName = (name: string): boolean => /\.(csv|tsv)$/i.test(name)

/** Files of the system and not of the person: hidden ones, and what some systems add to archives. */
export const isHidden = (path: string): boolean =>
  path.split('/').some((part) => part.startsWith('.') || part === '__MACOSX')

export async function sniff(name: string, blob: Blob): Promise<GivenKind> {
  if (isTableName(name)) return 'table'
  const [p, k, three, four] = new Uint8Array(await blob.slice(0, 4).arrayBuffer())
  const isZip = p === 0x50 && k === 0x4b && three === 3 && four === 4
  if (!isZip) return 'photograph'
  return (await isContainer(blob)) ? 'shoot' : 'zip'
}
