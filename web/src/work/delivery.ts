import { downloadZip } from 'client-zip'
import { FINDINGS } from '@cloudbank/core/findings'
import { database, type Rendition, type Shoot, type Shot } from '../data'
import { stemOf } from './fileName'

const EXTENSION = { jpeg: 'jpg', webp: 'webp', avif: 'avif', png: 'png' } as const

/** One file of a delivery: where it lies in the zip, and what it is. */
export interface DeliveryFile {
  readonly path: string
  readonly shot: Shot
  readonly rendition: Rendition
}

/**
 * Names the files of a delivery: a folder a placement, each file named like its photograph. Where two
 * photographs have one name, the later ones get numbers.
 */
export function planDelivery(
  shots: readonly Shot[],
  renditions: readonly Rendition[],
): DeliveryFile[] {
  const byShot = new Map<string, Rendition[]>()
  for (const rendition of renditions)
    byShot.set(rendition.shotId, [...(byShot.get(rendition.shotId) ?? []), rendition])
  const taken = new Set<string>()
  return shots.flatMap((shot) => {
    const stem = safeName(stemOf(shot.fileName))
    let name = stem
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${stem}-${n}`
    taken.add(name.toLowerCase())
    return (byShot.get(shot.id) ?? []).map((rendition) => ({
      path: `${rendition.placementId}/${name}.${EXTENSION[rendition.format]}`,
      shot,
      rendition,
    }))
  })
}

/** Without what file systems refuse: / \ : * ? " < > | and control characters. */
function safeName(stem: string): string {
  // eslint-disable-next-line no-control-regex -- control characters are the point
  return stem.replace(/[/\\:*?"<>|\u0000-\u001f]/g, '_') || 'photograph'
}

/** What the zip holds, for people and programs. */
export function manifestOf(shoot: Shoot, files: readonly DeliveryFile[]): object {
  return {
    version: 1,
    shoot: shoot.name,
    files: files.map(({ path, shot, rendition }) => ({
      path,
      photograph: shot.fileName,
      originalSha256: shot.originalHash,
      sku: shot.sku,
      angle: shot.angle,
      placement: rendition.placementId,
      format: rendition.format,
      width: rendition.width,
      height: rendition.height,
      bytes: rendition.bytes,
      qualityPct: rendition.qualityPct,
      findings: [...shot.findings, ...rendition.findings].map(({ code }) => FINDINGS[code].title),
    })),
  }
}

/**
 * Packs a delivery: manifest.json first, then the files, stored, for they are compressed already.
 *
 * @param onFile called as each file goes in.
 */
export async function packDelivery(
  shoot: Shoot,
  files: readonly DeliveryFile[],
  onFile: () => void,
): Promise<Blob> {
  const manifest = JSON.stringify(manifestOf(shoot, files), null, 2)
  return downloadZip(entries()).blob()

  async function* entries() {
    yield { name: 'manifest.json', input: manifest, lastModified: new Date() }
    for (const { path, rendition } of files) {
      const file = await database.files.get(rendition.id)
      if (!file) throw new Error(`${path} is missing from this browser; make it again`)
      onFile()
      yield { name: path, input: file.blob, lastModified: new Date(rendition.madeAt) }
    }
  }
}

/** Hands a file to the person at the screen. */
export function download(blob: Blob, fileName: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = fileName
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 60_000)
}
