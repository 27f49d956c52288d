import type { ShootId } from '@cloudbank/core/shoot'
import { useLiveQuery } from 'dexie-react-hooks'
import { database, type WatchedFolder } from '../../data'
import { attempt } from '../../notices'
import { giveFiles } from '../intake'
import { strings } from '../strings'
import { takeFromFolder } from './takeFromFolder'

/** Time between two looks at least, in ms: browsers tell of no change on a disk. */
const LOOK_EVERY_MS = 2500
/** Of a folder with thousands of files one look takes its time: so many times that lies between two. */
const PAUSE = 8

/** What browsers that let pages watch folders have besides. */
interface FolderAccess {
  readonly showDirectoryPicker?: (options: {
    readonly id: string
  }) => Promise<FileSystemDirectoryHandle>
}
interface AskedHandle {
  readonly queryPermission?: (of: { readonly mode: 'read' }) => Promise<PermissionState>
  readonly requestPermission?: (of: { readonly mode: 'read' }) => Promise<PermissionState>
}
const READ = { mode: 'read' } as const

/** Whether this browser lets a page watch a folder. */
export const canWatchFolders = (): boolean => 'showDirectoryPicker' in window

/** Has a person choose a folder, and takes in from then on what lies and arrives there. */
export async function chooseWatchedFolder(shootId: ShootId): Promise<void> {
  const handle = await (window as FolderAccess)
    .showDirectoryPicker?.({ id: 'cloudbank' })
    .catch((error: unknown) => {
      if (error instanceof DOMException && error.name === 'AbortError') return undefined
      throw error
    })
  if (handle)
    await database.watchedFolders.put({ shootId, handle, taken: [], standing: 'watching' })
}

/** Asks again for leave to read a folder, after the page was closed. */
export async function goOnWatching({ shootId, handle }: WatchedFolder): Promise<void> {
  const leave = await (handle as AskedHandle).requestPermission?.(READ)
  if (leave !== 'denied') await database.watchedFolders.update(shootId, { standing: 'watching' })
}

export const stopWatching = (shootId: ShootId): Promise<void> =>
  database.watchedFolders.delete(shootId)

/** The folder that a shoot watches; undefined for none. */
export const useWatchedFolder = (shootId: ShootId): WatchedFolder | undefined =>
  useLiveQuery(() => database.watchedFolders.get(shootId), [shootId])

/** Looks at all watched folders again and again, in one tab at a time. */
export function followFolders(): void {
  let before = new Map<ShootId, ReadonlySet<string>>()
  const look = async (): Promise<void> => {
    const rows = await database.watchedFolders.toArray()
    const now = new Map<ShootId, ReadonlySet<string>>()
    for (const row of rows.filter(({ standing }) => standing === 'watching')) {
      const marks = await lookAt(row, before.get(row.shootId) ?? new Set())
      if (marks) now.set(row.shootId, marks)
    }
    before = now
  }
  const alone = async (): Promise<void> => {
    await navigator.locks.request('watching', { ifAvailable: true }, (lock) =>
      lock ? look() : Promise.resolve(),
    )
  }
  const again = async (): Promise<void> => {
    const began = performance.now()
    try {
      await alone()
    } finally {
      const pause = Math.max(LOOK_EVERY_MS, PAUSE * (performance.now() - began))
      setTimeout(() => attempt(again(), strings.folderCouldntBeWatched), pause)
    }
  }
  attempt(again(), strings.folderCouldntBeWatched)
}

/** Null where the folder can't be read: it is said beside its shoot. */
async function lookAt(
  row: WatchedFolder,
  before: ReadonlySet<string>,
): Promise<ReadonlySet<string> | null> {
  const leave = (await (row.handle as AskedHandle).queryPermission?.(READ)) ?? 'granted'
  if (leave !== 'granted') {
    await database.watchedFolders.update(row.shootId, { standing: 'asks' })
    return null
  }
  try {
    return await takeFromFolder(row, before, giveFiles, database)
  } catch (error) {
    if (!(error instanceof DOMException)) throw error
    await database.watchedFolders.update(row.shootId, { standing: 'gone' })
    return null
  }
}
