import { Flex } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { countOf, formatBytes, formatCount } from '@cloudbank/core/words'
import type { Shoot } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { download, packDelivery, type DeliveryFile } from '../../work/delivery'

/** Packs what is ready into one zip, with progress and a way to stop. */
export function PackButton({ shoot, files }: { shoot: Shoot; files: readonly DeliveryFile[] }) {
  const [packed, setPacked] = useState<number | null>(null)
  const control = useRef<AbortController | null>(null)
  const bytes = files.reduce((sum, { rendition }) => sum + rendition.bytes, 0)

  async function pack(): Promise<void> {
    const { signal } = (control.current = new AbortController())
    setPacked(0)
    try {
      const onFile = (): void => setPacked((n) => (n ?? 0) + 1)
      const zip = await packDelivery(shoot, files, { onFile, signal })
      if (zip) download(zip, `${shoot.name}.zip`)
    } catch (error) {
      if (!signal.aborted) throw error
    } finally {
      setPacked(null)
    }
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
      {packed !== null && (
        <Action look="quiet" onClick={() => control.current?.abort()}>
          Stop
        </Action>
      )}
    </Flex>
  )
}
