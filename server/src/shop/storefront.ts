import { Router } from 'express'
import { z } from 'zod'
import { readFileFacts } from '@cloudbank/core/codec'
import { FORMATS } from '@cloudbank/core/codec'
import type { ShopProduct } from '@cloudbank/core/live'
import type { Catalogue } from './shopService'

const NAME = 'Fennel & Loom'

/** The pages that shoppers of the simulated shop see. */
export function createStorefront(catalogue: Catalogue, key: string): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.type('html').send(page(NAME, shelves(await catalogue.products())))
  })
  router.get('/office', (_request, response) => {
    response.type('html').send(page(`Office, ${NAME}`, office(key)))
  })
  router.get('/pictures/:hash', async ({ params }, response) => {
    const bytes = await catalogue.file(
      z
        .string()
        .regex(/^[0-9a-f]{64}$/)
        .parse(params.hash),
    )
    if (!bytes) {
      response.sendStatus(404)
      return
    }
    response.type(FORMATS[readFileFacts(bytes).type].mime).send(Buffer.from(bytes))
  })
  router.get('/products/:id', async ({ params: { id } }, response) => {
    const product = await catalogue.product(id)
    if (product) response.type('html').send(page(product.title, shown(product)))
    else response.status(404).type('html').send(page(NAME, '<p>There is no such product.</p>'))
  })
  return router
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`)

const image = ({ hash, alt }: ShopProduct['pictures'][number]): string =>
  `<img src="/shop/pictures/${hash}" alt="${escaped(alt)}" loading="lazy">`

const shelves = (products: readonly ShopProduct[]): string =>
  products.length === 0
    ? '<p>The shelves are empty.</p>'
    : `<ul>${products.map(({ id, title, pictures }) => `<li><a href="/shop/products/${encodeURIComponent(id)}">${pictures[0] ? image(pictures[0]) : ''}<span>${escaped(title)}</span></a></li>`).join('')}</ul>`

const shown = ({ title, pictures }: ShopProduct): string =>
  `<p><a href="/shop/">${escaped(NAME)}</a></p><h1>${escaped(title)}</h1><div>${pictures.map(image).join('')}</div>`

const office = (key: string): string =>
  `<p>This shop is simulated. Whoever has its key may put pictures live:</p><p><code>${escaped(key)}</code></p>`

const STYLE = `body{font:16px/1.5 Georgia,serif;margin:32px auto;max-width:1040px;padding:0 16px;color:#222}
h1{font-weight:400}ul{list-style:none;padding:0;display:grid;grid-template-columns:repeat(auto-fill,minmax(200px,1fr));gap:24px}
a{color:inherit;text-decoration:none}img{width:100%;display:block}div{display:grid;grid-template-columns:repeat(2,1fr);gap:16px}`

const page = (title: string, body: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escaped(title)}</title><meta name="viewport" content="width=device-width"><style>${STYLE}</style><body>${body.startsWith('<p><a') ? '' : `<h1>${escaped(title)}</h1>`}${body}</body></html>`
