import { useRef, useState } from 'react'
import { formatPercent } from '@cloudbank/core/words'
import { database, type Shoot } from '../../data'
import { attempt } from '../../notices'
import { Action } from '../../ui'
import { exportShoot } from '../../work/container'
import { download } from '../../work/delivery'
import { strings } from './strings'

/** Saves a shoot as one file, which another browser opens; a second press stops it. */
export function SaveShoot({ shoot }: { shoot: Shoot }) {
  const [done01, setDone01] = useState<number | null>(null)
  const control = useRef<AbortController | null>(null)
  const save = async (): Promise<void> => {
    const { signal } = (control.current = new AbortController())
    setDone01(0)
    try {
      const onProgress = (done: number, total: number): void => setDone01(done / Math.max(1, total))
      const blob = await exportShoot(shoot.id, { onProgress, signal }, database)
      download(blob, `${shoot.name}.shoot.zip`)
    } catch (error) {
      if (!signal.aborted) throw error
    } finally {
      setDone01(null)
    }
  }
  return done01 === null ? (
    <Action
      look="quiet"
      title={strings.oneFileWithItsPhotographs}
      onClick={() => attempt(save(), strings.couldntBeSaved(shoot.name))}
    >
      {strings.saveAsFile}
    </Action>
  ) : (
    <Action look="quiet" onClick={() => control.current?.abort()}>
      {strings.stopSaving(formatPercent(done01, 0))}
    </Action>
  )
}
