import { Flex } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { countOf, formatBytes, formatCount } from '@cloudbank/core/words'
import type { Shoot } from '../../data'
import { attempt } from '../../notices'
import { canPickFiles, pickFile } from './pickFile'
import { Action } from '../../ui'
import { download, packDelivery, recordDelivery, type DeliveryFile } from '../../work/delivery'

/** Packs what is ready into one zip, with progress and a way to stop. */
export function PackButton({ shoot, files }: { shoot: Shoot; files: readonly DeliveryFile[] }) {
  const [packed, setPacked] = useState<number | null>(null)
  const control = useRef<AbortController | null>(null)
  const bytes = files.reduce((sum, { rendition }) => sum + rendition.bytes, 0)

  async function pack(into?: WritableStream<Uint8Array>): Promise<void> {
    const { signal } = (control.current = new AbortController())
    setPacked(0)
    try {
      const onFile = (): void => setPacked((n) => (n ?? 0) + 1)
      const zip = await packDelivery(shoot, files, { onFile, signal, ...(into ? { into } : {}) })
      if (zip) download(zip, `${shoot.name}.zip`)
      await recordDelivery(shoot, files)
    } catch (error) {
      if (!signal.aborted) throw error
    } finally {
      setPacked(null)
    }
  }

  /** Writes the zip to the disk as it grows, where the browser can: it is never in memory as a whole. */
  async function packToDisk(): Promise<void> {
    const handle = await pickFile(`${shoot.name}.zip`)
    if (handle) await pack(await handle.createWritable())
  }

  return (
    <Flex align="center" gap="14px" flexDirection="row-reverse">
      <Action
        look="main"
        disabled={files.length === 0 || packed !== null}
        onClick={() => attempt(pack(), 'The zip could not be packed')}
      >
        {packed === null
          ? `Download ${countOf(files.length, 'rendition')}, ${formatBytes(bytes)}`
          : `Packing ${formatCount(packed)} of ${formatCount(files.length)}`}
      </Action>
      {packed === null && canPickFiles && files.length > 0 && (
        <Action
          look="quiet"
          onClick={() => attempt(packToDisk(), 'The zip could not be written')}
          title="Written as it is packed, for deliveries that are large"
        >
          Straight to disk …
        </Action>
      )}
      {packed !== null && (
        <Action look="quiet" onClick={() => control.current?.abort()}>
          Stop
        </Action>
      )}
    </Flex>
  )
}
