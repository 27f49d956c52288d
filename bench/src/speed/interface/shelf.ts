import type { Page } from 'playwright-core'

export interface ShelfResult {
  readonly products: number
  /** From the navigation to the last card of the listing, in ms. */
  readonly firstMs: number
  readonly frames: number
  readonly worstFrameMs: number
  readonly framesOver50Ms: number
}

const PRODUCTS = 400
const SCROLLS = 240
const SHOOT = 'shelf'

/** Measures the shelf of 400 products: opening it, and scrolling the shop by 120 px a frame. */
export async function measureShelf(page: Page, url: string): Promise<ShelfResult> {
  await multiplyFinished(page)
  const began = performance.now()
  await page.goto(`${url}/shoots/${SHOOT}/shelf`)
  const cards = page.frameLocator('iframe').locator('a[data-sku]')
  await cards.nth(PRODUCTS - 1).waitFor()
  const firstMs = performance.now() - began
  // Until the page has had nothing to do for a while.
  await page.waitForTimeout(2500)
  const frames = await page.evaluate(async (scrolls) => {
    const shop = document.querySelector('iframe')?.contentWindow
    if (!shop) throw new Error('There is no shop')
    const deltas: number[] = []
    let last = performance.now()
    for (let i = 0; i < scrolls; i++) {
      shop.scrollBy(0, 120)
      await new Promise(requestAnimationFrame)
      const now = performance.now()
      deltas.push(now - last)
      last = now
    }
    return deltas
  }, SCROLLS)
  return {
    products: PRODUCTS,
    firstMs,
    frames: frames.length,
    worstFrameMs: Math.max(...frames),
    framesOver50Ms: frames.filter((ms) => ms > 50).length,
  }
}

/** A shoot of many products made of those shots that have finished files, each file with bytes of its own. */
function multiplyFinished(page: Page): Promise<void> {
  return page.evaluate(
    async ({ id, count }) => {
      type Row = Record<string, unknown>
      const db = await new Promise<IDBDatabase>((done, fail) => {
        const opening = indexedDB.open('cloudbank')
        opening.onsuccess = () => done(opening.result)
        opening.onerror = () => fail(opening.error as DOMException)
      })
      const all = (table: string): Promise<Row[]> =>
        new Promise((done, fail) => {
          const asking = db.transaction(table).objectStore(table).getAll() as IDBRequest<Row[]> // its rows
          asking.onsuccess = () => done(asking.result)
          asking.onerror = () => fail(asking.error as DOMException)
        })
      const current = (await all('renditions')).filter(({ standing }) => standing === 'current')
      const shoot = (await all('shoots')).find((row) => row.id === current[0]?.shootId)
      if (!shoot) throw new Error('Nothing has been made')
      const finished = current.filter(({ shootId }) => shootId === shoot.id)
      const shots = (await all('shots')).filter((shot) =>
        finished.some(({ shotId }) => shotId === shot.id),
      )
      const contents = new Map((await all('contents')).map((row) => [row.hash, row.blob as Blob])) // files
      const brief = (await all('briefs')).find((row) => row.id === shoot.briefId)
      const write = db.transaction(
        ['briefs', 'shoots', 'shots', 'products', 'renditions', 'contents'],
        'readwrite',
      )
      write.objectStore('briefs').put({ ...brief, id: `${id}-brief` })
      write.objectStore('shoots').put({ ...shoot, id, name: id, briefId: `${id}-brief` })
      for (let i = 0; i < count; i++) {
        const shot = shots[i % shots.length]!
        const sku = `SKU-${String(i).padStart(4, '0')}`
        const own = { shootId: id, sku }
        const words = { brand: '', type: '', variant: '', colour: '', barcode: '', price: '12.00' }
        write.objectStore('products').put({ ...own, ...words, id: sku, name: `Pot ${i}`, more: {} })
        write.objectStore('shots').put({ ...shot, ...own, id: `${id}-${i}`, order: i })
        for (const file of finished.filter(({ shotId }) => shotId === shot.id)) {
          const fileHash = `${String(file.fileHash).slice(0, 56)}${String(i).padStart(8, '0')}`
          const blob = contents.get(file.fileHash)!
          write
            .objectStore('contents')
            .put({ hash: fileHash, blob: new Blob([blob, String(i)], { type: blob.type }) })
          write.objectStore('renditions').put({
            ...file,
            id: `${id}-${i}/${String(file.placementId)}/1`,
            shotId: `${id}-${i}`,
            shootId: id,
            briefId: `${id}-brief`,
            fileHash,
            version: 1,
          })
        }
      }
      await new Promise<void>((done, fail) => {
        write.oncomplete = () => done()
        write.onerror = () => fail(write.error as DOMException)
      })
      db.close()
    },
    { id: SHOOT, count: PRODUCTS },
  )
}
