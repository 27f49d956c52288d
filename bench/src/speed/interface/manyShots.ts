import type { Page } from 'playwright-core'

/**
 * A shoot of many shots made of the photographs of the first shoot, each shot with measures and a preview of
 * its own. The first ones stand on real originals and can be made; the others only look as if.
 */
export function multiplyShots(page: Page, id: string, count: number): Promise<void> {
  return page.evaluate(
    async ({ id, count }) => {
      type Row = Record<string, unknown>
      const db = await new Promise<IDBDatabase>((done, fail) => {
        const opening = indexedDB.open('cloudbank')
        opening.onsuccess = () => done(opening.result)
        opening.onerror = () => fail(opening.error as DOMException)
      })
      const tables = ['shoots', 'shots', 'previews', 'measures', 'briefs', 'products'] as const
      const all = (table: string): Promise<Row[]> =>
        new Promise((done, fail) => {
          const asking = db.transaction(table).objectStore(table).getAll() as IDBRequest<Row[]> // its rows
          asking.onsuccess = () => done(asking.result)
          asking.onerror = () => fail(asking.error as DOMException)
        })
      const shoot = (await all('shoots')).find((row) => !String(row.id).startsWith('many'))!
      const shots = (await all('shots')).filter(({ shootId }) => shootId === shoot.id)
      const byHash = async (table: string) =>
        new Map((await all(table)).map((row) => [row.hash, row]))
      const previews = await byHash('previews')
      const measures = await byHash('measures')
      const brief = (await all('briefs')).find((row) => row.id === shoot.briefId)
      const write = db.transaction([...tables], 'readwrite')
      write.objectStore('briefs').put({ ...brief, id: `${id}-brief` })
      write.objectStore('shoots').put({ ...shoot, id, name: id, briefId: `${id}-brief` })
      for (let i = 0; i < count; i++) {
        const shot = shots[i % shots.length]!
        const hash =
          i < shots.length
            ? shot.originalHash
            : `${String(shot.originalHash).slice(0, 56)}${String(i).padStart(8, '0')}`
        write.objectStore('previews').put({ ...previews.get(shot.originalHash), hash })
        write.objectStore('measures').put({ ...measures.get(shot.originalHash), hash })
        const sku = `SKU-${String(Math.floor(i / 7)).padStart(4, '0')}`
        write.objectStore('shots').put({
          ...shot,
          id: `${id}-${i}`,
          shootId: id,
          originalHash: hash,
          sku,
          lightingId: null,
          touches: {},
          twinOf: null,
          order: i,
        })
      }
      await new Promise<void>((done, fail) => {
        write.oncomplete = () => done()
        write.onerror = () => fail(write.error as DOMException)
      })
      db.close()
    },
    { id, count },
  )
}
