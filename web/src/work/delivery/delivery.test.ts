import { chooseFor, manifestOf, manifestTable, readyOf, webPageOf } from '@cloudbank/core/shoot'
import { fileHash, measured, shotRow } from '@cloudbank/core/shoot/testing'
import { planDelivery } from '../model'
import 'fake-indexeddb/auto'
import { unzipSync } from 'fflate'
import exifr from 'exifr'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'

import { Outlet, READY_OUTLETS } from '@cloudbank/core/outlets'
import { openDatabase, type Rendition, type Shot } from '../../data'
import { readCaptureFacts } from '@cloudbank/core/codec'
import { recordDelivery } from './deliveries'
import { bazaar, mugs, products, shop, viewOf, withOutlets } from './delivered.testing'
import { leavingFile } from './leavingFile'
import { folderSink, packAgain, packDelivery, zipSink } from './packDelivery'

describe('the files of a delivery', () => {
  test('without a product are named like their photographs, each in a folder by the placement’s name', () => {
    const shots = ['front.jpg', 'Front.png', 'what/is: this?.jpg', 'con.jpg'].map(
      (fileName, order) => shotRow(`s${order}`, { fileName, order }),
    )
    const paths = planDelivery(viewOf(shots)).items.map(({ path }) => path)
    expect(paths.filter((path) => path.startsWith('page/'))).toEqual([
      'page/front.jpg',
      'page/Front-2.jpg',
      'page/what_is_ this_.jpg',
      'page/_con.jpg',
    ])
  })

  test('with a product are named and described by the patterns of brief and outlet', () => {
    const own = { ...bazaar, fileNames: '{material}-{sku}-{number}', altTexts: '{name} ({angle})' }
    const { items } = planDelivery(viewOf(mugs, withOutlets(own)))
    expect(items.map(({ path, altText }) => [path, altText])).toEqual([
      ['Pinfold Bazaar/tin-M-1-1.jpg', 'Mug, "tin" (front)'],
      ['Pinfold Bazaar/tin-M-1-2.jpg', 'Mug, "tin" (top)'],
      ['Pinfold Bazaar/tin-M-1-3.jpg', 'Mug, "tin" (back)'],
    ])
    const brief = planDelivery(viewOf(mugs, { products })).items[0]!
    expect([brief.path, brief.altText]).toEqual(['page/M-1-front.jpg', 'Mug, "tin", ochre, front'])
  })

  test('of an outlet with several placements lie in a folder each', () => {
    const { destinations } = planDelivery(viewOf(mugs, withOutlets(shop)))
    expect(destinations.map(({ folder }) => folder)).toEqual(
      ['card', 'page', 'zoom', 'thumbnail'].map((name) => `Ottermere Shop/${name}`),
    )
  })

  test('keep what a person wrote, whatever the pattern', () => {
    const [first, ...rest] = mugs as [Shot, ...Shot[]]
    const written = { ...first, words: { file: 'hero shot', alt: 'The mug' } }
    const { items } = planDelivery(viewOf([written, ...rest], withOutlets(bazaar)))
    expect([items[0]!.path, items[0]!.altText]).toEqual(['Pinfold Bazaar/hero shot.jpg', 'The mug'])
  })

  test('break the rules that they break', () => {
    const small = { ...bazaar, placements: [{ ...bazaar.placements[0]!, longSidePx: 1200 }] }
    const { items } = planDelivery(viewOf(mugs, withOutlets(small)))
    expect(items[0]!.broken).toEqual([
      { rule: 'too-few-pixels', value: '1200 × 1200 px', limit: 'at least 1600 px' },
    ])
    expect(planDelivery(viewOf(mugs, withOutlets(bazaar))).items[0]!.broken).toEqual([])
  })

  test('that are out of date or missing do not leave', () => {
    const view = viewOf(mugs, { products })
    const [[slot, row], ...others] = [...view.renditions] as [[string, Rendition]]
    const renditions = new Map([[slot, { ...row, key: 'another' }], ...others.slice(1)])
    const states = planDelivery({ ...view, renditions }).items.map(({ state }) => state)
    expect(states.filter((state) => state === 'ready')).toHaveLength(4)
    expect(states).toContain('out-of-date')
    expect(states).toContain('missing')
  })
})

describe('above an outlet’s count', () => {
  const two = { ...bazaar, rules: { ...bazaar.rules, mostPictures: 2 } }
  const names = (shots: readonly Shot[]): string[] => shots.map(({ angle }) => angle ?? '')

  test('the last of a product are set aside, and what has no product goes', () => {
    const loose = shotRow('loose')
    const { going, aside } = chooseFor(two, [...mugs, loose])
    expect(names(going)).toEqual(['front', 'top', ''])
    expect(names(aside)).toEqual(['back'])
  })

  test('one that is put in takes the place of the last, and one that is kept makes room', () => {
    const [front, top, back] = mugs as [Shot, Shot, Shot]
    const id = two.id
    expect(names(chooseFor(two, [front, top, { ...back, going: { [id]: 'in' } }]).going)).toEqual([
      'front',
      'back',
    ])
    expect(names(chooseFor(two, [{ ...front, going: { [id]: 'out' } }, top, back]).going)).toEqual([
      'top',
      'back',
    ])
  })
})

describe('what goes with the files', () => {
  const view = viewOf(mugs.slice(0, 1), withOutlets(shop))
  const files = readyOf(planDelivery(view))
  const left = files.map((file) => ({
    file,
    bytes: file.rendition.bytes,
    sha256: file.rendition.fileHash,
    isCut: false,
    words: null,
  }))

  test('the manifest ties each file to its photograph, its outlet and its words', () => {
    expect(manifestOf(view.shoot, left)).toMatchObject({
      shoot: 'Lakeside',
      files: [
        {
          path: 'Ottermere Shop/card/M-1-front.jpg',
          outlet: 'Ottermere Shop',
          photograph: 'DSC_0.jpg',
          alt: 'Mug, "tin", ochre, front',
          width: 600,
          broken: [],
        },
        {},
        {},
        {},
      ],
    })
  })

  test('the table quotes what needs it, and nothing in it is a formula', () => {
    const formula = left.map(({ file, ...rest }) => ({
      ...rest,
      file: { ...file, altText: '=1+1' },
    }))
    expect(manifestTable(formula).split('\r\n')[1]).toContain("'=1+1")
    expect(manifestTable(left)).toContain('"Mug, ""tin"", ochre, front"')
  })

  test('the page lists all sizes of a picture at one place, safe to copy', () => {
    const page = webPageOf('A & B', files)
    expect(page.match(/<picture>/g)).toHaveLength(1)
    expect(page).toContain(
      'srcset="Ottermere%20Shop/thumbnail/M-1-front.jpg 180w, Ottermere%20Shop/card/M-1-front.jpg 600w, Ottermere%20Shop/page/M-1-front.jpg 1200w, Ottermere%20Shop/zoom/M-1-front.jpg 2000w"',
    )
    expect(page).toContain('width="2000" height="2000" alt="Mug, &quot;tin&quot;, ochre, front"')
    expect(page).toContain('<h1>A &amp; B</h1>')
  })

  test('the zip holds them and every file as it was made; a missing one is named', async () => {
    const db = openDatabase(`test-${crypto.randomUUID()}`)
    for (const { rendition } of files) {
      const hash = rendition.fileHash
      await db.contents.put({ hash, blob: new Blob([`bytes of ${hash}`]) })
    }
    let packed = 0
    const onFile = (): void => void packed++
    const sink = await zipSink(undefined)
    await packDelivery(view.shoot, files, sink, { onFile }, db)
    const entries = unzipSync(new Uint8Array(await sink.zip()!.arrayBuffer()))
    expect(Object.keys(entries)).toEqual([
      ...files.map(({ path }) => path),
      'manifest.json',
      'manifest.csv',
      'pictures.html',
    ])
    for (const { path, rendition } of files)
      expect(new TextDecoder().decode(entries[path])).toBe(`bytes of ${rendition.fileHash}`)
    expect(packed).toBe(files.length)
    await db.contents.delete(fileHash(files[0]!.rendition.fileHash))
    // One that is missing is left out and named; the others leave.
    const rest = await zipSink(undefined)
    const { left, leftOut } = await packDelivery(view.shoot, files, rest, { onFile }, db)
    expect(leftOut).toEqual([expect.stringMatching(/card\/M-1-front\.jpg is missing/) as string])
    expect(left.length).toBe(files.length - 1)
    const there = Object.keys(unzipSync(new Uint8Array(await rest.zip()!.arrayBuffer())))
    expect(there.filter((path) => path.endsWith('.jpg'))).toEqual(
      files.slice(1).map(({ path }) => path),
    )
    await db.delete()
  })
  test('where an outlet wants no words, none are written, and where it wants a name, none is a broken rule', () => {
    const briefRow = structuredClone(view.briefRow)
    Object.assign(briefRow.brief.steps.finish, { writes: 'credit' })
    const saidAt = (fileWords: 'any' | 'none' | 'credit', row = briefRow) => {
      const outlet = Outlet.parse({ ...READY_OUTLETS[0], rules: { fileWords } })
      const shoot = { ...view.shoot, outlets: [outlet] }
      const [first] = planDelivery({ ...view, shoot, briefRow: row }).items.filter(
        ({ destination }) => destination.outlet,
      )
      return first?.words ?? null
    }
    expect(saidAt('any')).not.toBeNull()
    expect(saidAt('credit')).not.toBeNull()
    expect(saidAt('none')).toBeNull()
    expect(saidAt('credit', view.briefRow)).toBeNull()
  })

  test('the camera’s credit is in the bytes that leave, and the rule for it is kept by it alone', async () => {
    const db = openDatabase(`test-${crypto.randomUUID()}`)
    const exif = { IFD0: { Artist: 'Ida Fell', Copyright: 'Fell Pictures' } }
    const pixels = { create: { width: 8, height: 8, channels: 3, background: '#808080' } } as const
    const photograph = await sharp(pixels).withExif(exif).jpeg().toBuffer()
    const made = await sharp(pixels).jpeg().toBuffer()
    const briefRow = structuredClone(view.briefRow)
    Object.assign(briefRow.brief.steps.finish, { writes: 'credit' })
    const outlet = Outlet.parse({ ...READY_OUTLETS[0], rules: { fileWords: 'credit' } })
    const shoot = { ...view.shoot, outlets: [outlet], ownFiles: false }
    const [mugFront] = mugs
    const planned = (capture: Awaited<ReturnType<typeof readCaptureFacts>>) => {
      const measures = new Map([[String(mugFront!.originalHash), measured({}, capture)]])
      const [item] = readyOf(planDelivery(viewOf([mugFront!], { shoot, briefRow, measures })))
      return item!
    }
    const credited = planned(await readCaptureFacts(photograph))
    const silent = planned(await readCaptureFacts(made))
    const rules = ({ broken }: typeof credited) => broken!.map(({ rule }) => rule)
    expect(rules(credited)).not.toContain('credit')
    expect(rules(silent)).toContain('credit')

    const { originalHash } = mugFront!
    await db.originals.put({ hash: originalHash, blob: new Blob([new Uint8Array(photograph)]) })
    await db.contents.put({
      hash: credited.rendition.fileHash,
      blob: new Blob([new Uint8Array(made)]),
    })
    const { blob, left } = await leavingFile(credited, db)
    const bytes = new Uint8Array(await blob.arrayBuffer())
    const said = (await exifr.parse(bytes, { xmp: true })) as Record<string, unknown>
    expect(said).toMatchObject({ creator: 'Ida Fell', rights: { value: 'Fell Pictures' } })
    expect(left).toMatchObject({ bytes: bytes.length, words: { creator: 'Ida Fell' } })
    // Pixels are what was made.
    expect(await sharp(bytes).raw().toBuffer()).toEqual(await sharp(made).raw().toBuffer())
    await db.delete()
  })

  test('words are written into files as they leave, within their limits, and had again', async () => {
    const db = openDatabase(`test-${crypto.randomUUID()}`)
    const jpeg = Uint8Array.from([0xff, 0xd8, 0xff, 0xdb, 0, 3, 7, 0xff, 0xd9])
    const briefRow = structuredClone(view.briefRow)
    Object.assign(briefRow.brief.steps.finish, { writes: 'words', rights: '© {shoot}' })
    const [first, tight] = readyOf(planDelivery(viewOf(mugs.slice(0, 1), { products, briefRow })))
    const limited = structuredClone(tight!)
    Object.assign(limited.destination.placement, { limitBytes: 300 })
    const hash = first!.rendition.fileHash
    for (const { rendition } of [first!, limited])
      await db.contents.put({ hash: rendition.fileHash, blob: new Blob([jpeg]) })
    const sent = new Map<string, Uint8Array>()
    const sink = {
      add: async (path: string, blob: Blob) =>
        void sent.set(path, new Uint8Array(await blob.arrayBuffer())),
      close: () => Promise.resolve(),
    }
    const options = { onFile: () => undefined }
    const { left: all } = await packDelivery(view.shoot, [first!, limited], sink, options, db)
    const text = new TextDecoder().decode(sent.get(first!.path))
    expect(text).toContain('© Lakeside')
    expect(text).toContain('Mug, &quot;tin&quot;, ochre, front')
    expect(sent.get(limited.path)).toEqual(jpeg)
    expect(all.map(({ words }) => words?.rights)).toEqual(['© Lakeside', undefined])
    expect(all[0]!.bytes).toBe(sent.get(first!.path)!.length)
    expect(all[0]!.sha256).not.toBe(hash)
    const delivery = await recordDelivery(view.shoot, all, db)
    const once = new Map(sent)
    sent.clear()
    await packAgain(delivery, sink, db)
    for (const [path, bytes] of sent) expect(bytes).toEqual(once.get(path))
    await db.delete()
  })

  test('into a folder they go as into a zip, one folder per product where that is wanted', async () => {
    const { shoot } = view
    const plan = planDelivery({ ...view, shoot: { ...shoot, productFolders: true } })
    expect(plan.items[0]!.path).toBe('Ottermere Shop/card/M-1/M-1-front.jpg')
    const written: string[] = []
    const folder = (path: string): FileSystemDirectoryHandle =>
      ({
        getDirectoryHandle: (name: string) => Promise.resolve(folder(`${path}${name}/`)),
        getFileHandle: (name: string) =>
          Promise.resolve({
            createWritable: () =>
              Promise.resolve({
                write: async (blob: Blob) => written.push(`${path}${name}: ${await blob.text()}`),
                close: () => Promise.resolve(),
              }),
          }),
      }) as unknown as FileSystemDirectoryHandle // as much of one as is used
    const sink = folderSink(folder('/'))
    await sink.add('a/b/c.jpg', new Blob(['one']), new Date())
    await sink.add('d.csv', new Blob(['two']), new Date())
    expect(written).toEqual(['/a/b/c.jpg: one', '/d.csv: two'])
  })
})
