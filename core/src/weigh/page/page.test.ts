import { describe, expect, test } from 'vitest'
import { withLayout } from './laidOut'
import { addressOfPath, eachOnce, loadedBeside, pathOfAddress, usesByPath } from './paths'
import { readHar } from './readHar'
import { readPage } from './readPage'
import { addressesIn, withStandIns } from './styleSheet'

const BASE = 'https://shop.example/kitchen/pots.html'
const VIEWING = { widthPx: 1280, density: 2 }
const read = (html: string) => readPage(html, BASE, VIEWING)

describe('a page', () => {
  test('names its pictures, resolved, in their order, each once with the larger of its sizes', () => {
    const { title, uses } = read(`<title> Pots &amp;\n pans </title>
      <img src="a.jpg#top" width="200" height="100" alt="A pot">
      <IMG SRC='/b.png' style="width: 300px; height:150px" loading=LAZY>
      <img src="a.jpg" width="400" height="200">
      <img src="data:image/png;base64,AA"><img src=""><img alt="none">`)
    expect(title).toBe('Pots & pans')
    expect(uses).toEqual([
      {
        address: 'https://shop.example/kitchen/a.jpg',
        shownWidthPx: 400,
        shownHeightPx: 200,
        topPx: null,
        hasSize: true,
        alt: 'A pot',
        lazy: false,
        hasChoice: false,
        order: 0,
      },
      {
        address: 'https://shop.example/b.png',
        shownWidthPx: 300,
        shownHeightPx: 150,
        topPx: null,
        hasSize: false,
        alt: null,
        lazy: true,
        hasChoice: false,
        order: 1,
      },
    ])
  })

  test.each([
    ['s.jpg 400w, m.jpg 800w, l.jpg 1600w', '300px', 'm.jpg'],
    ['s.jpg 400w, m.jpg 800w, l.jpg 1600w', '(max-width: 600px) 100vw, 50vw', 'l.jpg'],
    ['s.jpg 400w, m.jpg 800w', '(min-width: 1200px) 200px, 100vw', 's.jpg'],
    ['s.jpg, d.jpg 2x, t.jpg 3x', undefined, 'd.jpg'],
    ['s.jpg 1x', undefined, 's.jpg'],
    ['broken 1q', undefined, 'plain.jpg'],
  ])('chooses from “%s” for “%s” what a browser would', (srcset, sizes, chosen) => {
    const at = sizes === undefined ? '' : ` sizes="${sizes}"`
    const [use] = read(`<img src="plain.jpg" srcset="${srcset}"${at}>`).uses
    expect(use?.address).toBe(`https://shop.example/kitchen/${chosen}`)
    expect(use?.hasChoice).toBe(true)
  })

  test('has backgrounds, posters, a base of its own, and pictures with sources', () => {
    const { uses } =
      read(`<base href="/cdn/"><div style="width:600px;background: #fff url('bg.jpg')">
      <video poster="film.jpg"></video>
      <picture><source srcset="m.webp" type="image/webp"><img src="m.jpg" alt=""></picture>`)
    expect(uses.map(({ address }) => address)).toEqual([
      'https://shop.example/cdn/bg.jpg',
      'https://shop.example/cdn/film.jpg',
      'https://shop.example/cdn/m.jpg',
    ])
    expect(uses[0]).toMatchObject({ shownWidthPx: 600, alt: '' })
    expect(uses[2]?.hasChoice).toBe(true)
  })

  test('however broken, it is read without an error', () => {
    for (const html of [
      '',
      '<',
      '<img',
      '<img src=x srcset=,,,>',
      '<base href="http://[">',
      '</p>'.repeat(9000),
    ])
      expect(() => read(html)).not.toThrow()
  })

  test('saved beside its files, it says how they are shown', () => {
    const path = 'shop/my page.html'
    const html = `<img src="img/t%C3%B6pf%201.jpg" width="90"><img src="https://shop.example/a.jpg">
      <link rel="preload" href="p.css"><link rel="STYLESHEET alternate" href="look%20one.css?v=3"><script src="../s.js"></script>`
    const uses = usesByPath(readPage(html, addressOfPath(path), VIEWING).uses)
    expect([...loadedBeside([{ path, html }], VIEWING)]).toEqual(['shop/look one.css', 's.js'])
    expect([...uses.keys()]).toEqual(['shop/img/töpf 1.jpg'])
    expect(uses.get('shop/img/töpf 1.jpg')?.shownWidthPx).toBe(90)
  })

  test('was recorded with its files: those that the recording holds, and those it only names', () => {
    const entry = (
      url: string,
      mimeType: string,
      text = '',
      encoding = '',
      more = {},
      bodySize = 0,
    ) => ({
      request: { url },
      response: { bodySize, content: { mimeType, text, encoding, ...more } },
    })
    const har = JSON.stringify({
      log: {
        entries: [
          entry(BASE, 'text/html; charset=utf-8', '<img src="a.jpg">'),
          entry('https://shop.example/kitchen/a.jpg', 'image/jpeg', 'AQID', 'base64'),
          entry('https://shop.example/b.png', 'image/png'),
          entry('https://shop.example/c.js', 'text/javascript', 'x', '', { size: 30 }, 12),
          entry('https://shop.example/d.css', 'text/css', 'Ym9keXt9', 'base64', { size: 6 }, -1),
        ],
      },
    })
    const found = readHar(har)!
    expect(found.page).toEqual({ address: BASE, html: '<img src="a.jpg">' })
    expect(found.files.map(({ bytes }) => [...bytes])).toEqual([[1, 2, 3], []])
    // By what came over the line, else by what it unfolds to.
    expect(found.otherBytes).toBe(12 + 6)
    expect([...found.sheets]).toEqual([['https://shop.example/d.css', 'body{}']])
    expect(readHar('{"log": 1}')).toBeNull()
    expect(readHar('no JSON')).toBeNull()
  })

  test('laid out, its pictures have the largest place and the first; backgrounds come to them', () => {
    const { uses } = read('<img src="a.jpg" width="90" height="60" alt=""><img src="hidden.jpg">')
    const [a, hidden, back] = ['a.jpg', 'hidden.jpg', 'back.png'].map(
      (name) => new URL(name, BASE).href,
    )
    const at = (address: string, widthPx: number, topPx: number, isBackground = false) => ({
      address,
      widthPx,
      heightPx: widthPx / 2,
      topPx,
      isBackground,
    })
    const placed = withLayout(uses, [
      at(a!, 300, 900),
      at(a!, 200, 100),
      at(hidden!, 0, 0),
      at(back!, 1280, 0, true),
      at('https://shop.example/by-a-script.jpg', 100, 0),
    ])
    expect(
      placed.map(({ address, shownWidthPx, shownHeightPx, topPx, alt, order }) => [
        address,
        shownWidthPx,
        shownHeightPx,
        topPx,
        alt,
        order,
      ]),
    ).toEqual([
      [a, 300, 150, 100, '', 0],
      [hidden, null, null, null, null, 1],
      [back, 1280, 640, 0, '', 2],
    ])
  })

  test('style sheets ask for nothing, and still say what they would ask for', () => {
    const css = `@import "more.css"; @import url(other.css) print;
      a{background:url(x.png)} b{background:URL( 'y z.png' ), url("data:x")} c{background:url(//[)}`
    const quiet = withStandIns(css, 'https://shop.example/css/a.css')
    expect(quiet).not.toMatch(/import|\.css|https:/)
    expect(addressesIn(quiet)).toEqual([
      'https://shop.example/css/x.png',
      'https://shop.example/css/y%20z.png',
    ])
    expect(addressesIn('none')).toEqual([])
  })

  test('addresses become paths, each its own', () => {
    expect(pathOfAddress('https://shop.example/a/b%20c.jpg?w=3')).toBe('a/b c.jpg')
    expect(pathOfAddress('https://shop.example/')).toBe('picture')
    expect(pathOfAddress('https://shop.example/%zz.jpg')).toBe('%zz.jpg')
    expect(eachOnce(['a.jpg', 'A.jpg', 'b/a.jpg', 'a.jpg', 'x'])).toEqual([
      'a.jpg',
      'A-2.jpg',
      'b/a.jpg',
      'a-3.jpg',
      'x',
    ])
  })
})
