import { execFile, spawn, type ChildProcess } from 'node:child_process'
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { cp, mkdtemp, readFile, rm } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { unzipSync } from 'fflate'
import { chromium, type BrowserContext, type Download, type Page } from 'playwright-core'
import { createApp, scenesOnThreads, type AppServices, type HostStore } from '@cloudbank/server'

const folder = (path: string): string => fileURLToPath(new URL(path, import.meta.url))

export const DEMO = folder('../../demo/')

/** How long anything may take to appear on a machine with other work to do. */
const PATIENCE_MS = 60_000

/** The interface as it was built. */
export const WEB = folder('../../web/dist')

/** The app's server, which can go away and come back. */
class GatedServer {
  /** Whether a request for this path is left without an answer. */
  away: (path: string) => boolean = () => false
  readonly #server: Server
  port = 0

  /** @param web where the built interface lies. */
  constructor(web: string, services: AppServices) {
    const app = createApp(
      { web, demo: DEMO },
      { scenes: scenesOnThreads(), fetching: { hosts: hostsInMemory() }, ...services },
    )
    this.#server = createServer((request, response) => {
      if (this.away(request.url ?? '')) request.socket.destroy()
      else app(request, response)
    })
  }

  async start(): Promise<void> {
    await new Promise<void>((resolve) => this.#server.listen(0, '127.0.0.1', resolve))
    this.port = (this.#server.address() as AddressInfo).port // a port, no pipe
  }

  stop(): void {
    this.#server.closeAllConnections()
    this.#server.close()
  }
}

/** The hosts that the server may fetch from, forgotten with it. */
function hostsInMemory(): HostStore {
  let kept: Awaited<ReturnType<HostStore['read']>> = []
  return {
    read: () => Promise.resolve(kept),
    write: (rules) => {
      kept = rules
      return Promise.resolve()
    },
  }
}

/**
 * The app's address for the browser, whatever the port: what a browser keeps, it keeps by address.
 */
const ORIGIN = 'http://localhost'
/** What a browser has kept of the app's files, and of what it compiled of them. */
const WARM = folder('../../.cache/browser')
const KEPT_BY_BROWSER = ['Cache', 'Code Cache'] as const

/** The real app in a real browser, with an empty database of its own. */
export interface RunningApp {
  readonly url: string
  readonly server: GatedServer
  readonly page: Page
  readonly context: BrowserContext
  /** Ends everything. @throws Error when any other host was asked for anything, at any time. */
  readonly stop: () => Promise<void>
  /** The same, and keeps what the browser has kept for those that start warm. */
  readonly stopAndKeep: () => Promise<void>
}

/**
 * @param browser `warm`: one that has been here before, so that it compiles nothing anew; `cold`: one that has kept
 * nothing, and asks the server for everything.
 * @param web where the interface lies; of one that was named, the browser keeps all files for when the server is away.
 * @param services what the server plays besides.
 */
export async function startApp(
  browser: 'warm' | 'cold' = 'warm',
  web: string | null = null,
  services: AppServices = {},
): Promise<RunningApp> {
  const server = new GatedServer(web ?? WEB, services)
  await server.start()
  const profile = await mkdtemp(join(tmpdir(), 'cloudbank-e2e-'))
  if (browser === 'warm') await copyKept(WARM, join(profile, 'Default'))
  const context = await chromium.launchPersistentContext(profile, {
    executablePath: '/usr/bin/chromium',
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    serviceWorkers: web === null ? 'block' : 'allow',
    args: [
      '--no-sandbox',
      `--host-resolver-rules=MAP localhost 127.0.0.1:${server.port}`,
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  })
  context.setDefaultTimeout(PATIENCE_MS)
  const foreign = watchHosts(context, ORIGIN)
  const page = context.pages()[0] ?? (await context.newPage())
  async function stop(keep?: () => Promise<void>): Promise<void> {
    await context.close()
    await keep?.()
    server.stop()
    await rm(profile, { recursive: true, force: true })
    if (foreign.size > 0) throw new Error(`Asked of other hosts: ${[...foreign].join(', ')}`)
  }
  return {
    url: ORIGIN,
    server,
    page,
    context,
    stop: () => stop(),
    stopAndKeep: () => stop(() => copyKept(join(profile, 'Default'), WARM)),
  }
}

async function copyKept(from: string, to: string): Promise<void> {
  for (const name of KEPT_BY_BROWSER)
    await cp(join(from, name), join(to, name), { recursive: true, force: true }).catch(
      // The first browser of a build finds nothing to copy.
      () => undefined,
    )
}

/** Every request to any host but the app's own, of pages and of their workers. */
function watchHosts(context: BrowserContext, url: string): ReadonlySet<string> {
  const foreign = new Set<string>()
  context.on('request', (request) => {
    const { origin, protocol } = new URL(request.url())
    if (/^(https?|wss?):$/.test(protocol) && origin !== url) foreign.add(request.url())
  })
  return foreign
}

/** Ends a page as when its browser crashes: nothing of it runs on, not even its workers. */
export async function crash(page: Page, context: BrowserContext): Promise<Page> {
  const client = await context.newCDPSession(page)
  const crashed = page.waitForEvent('crash')
  // It never answers.
  client.send('Page.crash').catch(() => undefined)
  await crashed
  await page.close()
  return context.newPage()
}

/** Opens the demo shoot and waits until all its photographs are in. */
export async function openDemo({ page, url }: Pick<RunningApp, 'page' | 'url'>): Promise<void> {
  await page.goto(`${url}/demo`)
  await page.getByText('31 shots ·').waitFor({ timeout: 120_000 })
}

/** A file to drop. */
export interface GivenFile {
  readonly name: string
  readonly buffer: Buffer
}

/** A photograph of the demo shoot, as a file to drop; under another name if one is given. */
export async function demoPhoto(file: string, name = file): Promise<GivenFile> {
  return { name, buffer: await readFile(`${DEMO}photos/${file}`) }
}

export const demoPhotos = (files: readonly string[]): Promise<GivenFile[]> =>
  Promise.all(files.map((file) => demoPhoto(file)))

/** Where files that are given lie until all tests have ended. */
export const GIVEN = folder('../../.cache/given')

/**
 * Where on disk such files lie, as they do where a person takes them from. Their bytes by themselves would have to pass
 * through the page, which takes a second for a few megabytes.
 */
export const pathsOf = (files: readonly GivenFile[]): string[] =>
  files.map(({ name, buffer }) => {
    mkdirSync(GIVEN, { recursive: true })
    // A folder each, as two may have one name.
    const path = join(mkdtempSync(join(GIVEN, 'file-')), name)
    writeFileSync(path, buffer)
    return path
  })

/** Gives files to an input of the page. */
export async function giveFiles(
  page: Page,
  label: string,
  files: readonly GivenFile[],
): Promise<void> {
  await page.getByLabel(label).setInputFiles(pathsOf(files))
}

/** A new shoot of these files, opened; waits until its photographs are in. */
export async function newShoot(
  { page, url }: Pick<RunningApp, 'page' | 'url'>,
  files: readonly GivenFile[],
  shots = files.length,
): Promise<void> {
  await page.goto(url)
  await page.getByRole('heading', { name: 'Shoots' }).waitFor()
  await giveFiles(page, 'Photographs for a new shoot', files)
  await page.waitForURL(/\/shoots\//)
  await page
    .getByRole('navigation')
    .getByText(`${shots} ${shots === 1 ? 'shot' : 'shots'} ·`)
    .waitFor({ timeout: 60_000 })
}

export const CLI = folder('../../hosts/bin/cloudbank.mjs')

/** Runs the command line as a process of its own. */
export function runCli(
  ...args: readonly string[]
): Promise<{ code: number; stdout: string; stderr: string }> {
  return new Promise((resolve) => {
    const child = execFile(process.execPath, [CLI, ...args], (_error, stdout, stderr) =>
      resolve({ code: child.exitCode ?? -1, stdout, stderr }),
    )
  })
}

/** The command line at work, to be talked to or killed. */
export const spawnCli = (...args: readonly string[]): ChildProcess =>
  spawn(process.execPath, [CLI, ...args], { stdio: ['ignore', 'pipe', 'ignore'] })

/** The files in a downloaded zip, by path. */
export async function unzip(download: Download): Promise<Record<string, Uint8Array>> {
  return unzipSync(new Uint8Array(await readFile(await download.path())))
}

/** All rows of a table of the page's database. */
export function rowsOf<Row>(page: Page, table: string): Promise<Row[]> {
  return page.evaluate(
    (name) =>
      new Promise<Row[]>((resolve, reject) => {
        const opening = indexedDB.open('cloudbank')
        opening.onerror = () => reject(opening.error as DOMException)
        opening.onsuccess = () => {
          const asking = opening.result.transaction(name).objectStore(name).getAll()
          asking.onerror = () => reject(asking.error as DOMException)
          asking.onsuccess = () => {
            opening.result.close()
            resolve(asking.result as Row[]) // the table's rows
          }
        }
      }),
    table,
  )
}

/** Number of finished renditions in the page's database, earlier versions left out. */
export async function countRenditions(page: Page): Promise<number> {
  const rows = await rowsOf<{ standing: string }>(page, 'renditions')
  return rows.filter(({ standing }) => standing === 'current').length
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
