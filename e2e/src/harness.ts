import { mkdtemp, rm } from 'node:fs/promises'
import type { Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { unzipSync } from 'fflate'
import { chromium, type BrowserContext, type Download, type Page } from 'playwright-core'
import { readFile } from 'node:fs/promises'
import { createApp, listen } from '@cloudbank/server'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

export const DEMO = folder('../../demo/')

/** The real app in a real browser, with an empty database of its own. */
export interface RunningApp {
  readonly url: string
  readonly page: Page
  readonly context: BrowserContext
  readonly stop: () => Promise<void>
}

export async function startApp(): Promise<RunningApp> {
  const { server, url } = await listen(createApp({ web: folder('../../web/dist'), demo: DEMO }), 0)
  const profile = await mkdtemp(join(tmpdir(), 'cloudbank-e2e-'))
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
  const page = context.pages()[0] ?? (await context.newPage())
  return { url, page, context, stop: () => stop(context, server, profile) }
}

async function stop(context: BrowserContext, server: Server, profile: string): Promise<void> {
  await context.close()
  server.closeAllConnections()
  server.close()
  await rm(profile, { recursive: true, force: true })
}

/** Opens the demo shoot and waits until all its photographs are in. */
export async function openDemo({ page, url }: RunningApp): Promise<void> {
  await page.goto(`${url}/demo`)
  await page.getByText('31 shots ·').waitFor({ timeout: 120_000 })
}

/** Drops files onto whatever takes them on the page. */
export async function giveFiles(
  page: Page,
  label: string,
  files: readonly { name: string; mimeType: string; buffer: Buffer }[],
): Promise<void> {
  await page.getByLabel(label).setInputFiles([...files])
}

/** The files in a downloaded zip, by path. */
export async function unzip(download: Download): Promise<Record<string, Uint8Array>> {
  return unzipSync(new Uint8Array(await readFile(await download.path())))
}

/** Number of finished renditions in the page's database. */
export function countRenditions(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const opening = indexedDB.open('cloudbank')
        opening.onerror = () => reject(opening.error as DOMException)
        opening.onsuccess = () => {
          const count = opening.result.transaction('renditions').objectStore('renditions').count()
          count.onsuccess = () => {
            opening.result.close()
            resolve(count.result)
          }
        }
      }),
  )
}

/** The small preview of each shot in the page's database, by file name, as bytes. */
export async function readPreviews(page: Page): Promise<Map<string, Buffer>> {
  const found = await page.evaluate(async () => {
    const all = <T>(db: IDBDatabase, table: string): Promise<T[]> =>
      new Promise((resolve, reject) => {
        const asking = db.transaction(table).objectStore(table).getAll() as IDBRequest<T[]> // the table's rows
        asking.onsuccess = () => resolve(asking.result)
        asking.onerror = () => reject(asking.error as DOMException)
      })
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const opening = indexedDB.open('cloudbank')
      opening.onsuccess = () => resolve(opening.result)
      opening.onerror = () => reject(opening.error as DOMException)
    })
    const shots = await all<{ fileName: string; originalHash: string }>(db, 'shots')
    const previews = await all<{ hash: string; blob: Blob }>(db, 'previews')
    db.close()
    return Promise.all(
      shots.map(async ({ fileName, originalHash }) => {
        const blob = previews.find(({ hash }) => hash === originalHash)?.blob ?? new Blob()
        return [fileName, [...new Uint8Array(await blob.arrayBuffer())]] as const
      }),
    )
  })
  return new Map(found.map(([name, bytes]) => [name, Buffer.from(bytes)]))
}
