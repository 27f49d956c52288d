import type { DeliveryFile } from '@cloudbank/core/shoot'
import { Flex } from '@chakra-ui/react'
import { useRef, useState } from 'react'
import { formatBytes, formatCount } from '@cloudbank/core/words'
import type { Shoot } from '../../data'
import { attempt, useNotices } from '../../notices'
import { canPickFiles, pickFile, pickFolder } from './pickFile'
import { Action } from '../../ui'
import {
  download,
  folderSink,
  packDelivery,
  recordDelivery,
  zipSink,
  type Sink,
} from '../../work/delivery'
import { strings } from './strings'

/** Sends what is ready, as one zip or into a folder, with progress and a way to stop. */
export function PackButton({ shoot, files }: { shoot: Shoot; files: readonly DeliveryFile[] }) {
  const [packed, setPacked] = useState<number | null>(null)
  const control = useRef<AbortController | null>(null)
  const bytes = files.reduce((sum, { rendition }) => sum + rendition.bytes, 0)

  /** @param open opens where it goes; null where a person changed their mind. */
  async function send(open: (signal: AbortSignal) => Promise<Sink | null>): Promise<void> {
    const { signal } = (control.current = new AbortController())
    const sink = await open(signal)
    if (!sink) return
    setPacked(0)
    try {
      const onFile = (): void => setPacked((n) => (n ?? 0) + 1)
      const { left, leftOut } = await packDelivery(shoot, files, sink, { onFile, signal })
      await recordDelivery(shoot, left)
      const { say, need } = useNotices.getState()
      if (leftOut.length > 0) need(strings.filesLeftOut(leftOut))
      const cut = left.filter(({ isCut }) => isCut)
      if (cut.length > 0) say(strings.wordsCut(cut.length))
    } catch (error) {
      if (!signal.aborted) throw error
    } finally {
      setPacked(null)
    }
  }

  async function downloaded(signal: AbortSignal): Promise<Sink> {
    const sink = await zipSink(signal)
    return {
      add: sink.add,
      close: async () => {
        await sink.close()
        const zip = sink.zip()
        if (zip) download(zip, `${shoot.name}.zip`)
      },
    }
  }

  /** Writes the zip to the disk as it grows, where the browser can: it is never in memory as a whole. */
  async function onDisk(signal: AbortSignal): Promise<Sink | null> {
    const handle = await pickFile(`${shoot.name}.zip`)
    return handle && zipSink(signal, await handle.createWritable())
  }

  async function inFolder(): Promise<Sink | null> {
    const folder = await pickFolder()
    return folder && folderSink(folder)
  }

  return (
    <Flex align="center" gap="14px" flexDirection="row-reverse">
      <Action
        look="main"
        disabled={files.length === 0 || packed !== null}
        onClick={() => attempt(send(downloaded), strings.zipCouldntBePacked)}
      >
        {packed === null
          ? strings.download(files.length, formatBytes(bytes))
          : strings.packingOf(formatCount(packed), formatCount(files.length))}
      </Action>
      {packed === null && canPickFiles && files.length > 0 && (
        <>
          <Action
            look="quiet"
            onClick={() => attempt(send(onDisk), strings.zipCouldntBeWritten)}
            title={strings.writtenWhilePackingForLarge}
          >
            {strings.zipToDisk}
          </Action>
          <Action
            look="quiet"
            onClick={() => attempt(send(inFolder), strings.folderCouldntBeWritten)}
            title={strings.sameFoldersAndFilesWithout}
          >
            {strings.intoFolder}
          </Action>
        </>
      )}
      {packed !== null && (
        <Action look="quiet" onClick={() => control.current?.abort()}>
          {strings.stop}
        </Action>
      )}
    </Flex>
  )
}
