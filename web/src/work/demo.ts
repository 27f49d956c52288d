import Papa from 'papaparse'
import { z } from 'zod'
import { createShoot, database, productId, type Product, type Shoot } from '../data'
import { giveFiles } from './intake'
import { strings } from './strings'

const DEMO_NAME = strings.ottermereCampKitchen
const DUE_ON = '2026-12-04'

const DemoFile = z.object({
  photos: z.array(z.object({ file: z.string(), sku: z.string(), angle: z.string() })),
})

const ProductLine = z.object({
  sku: z.string().min(1),
  name: z.string(),
  brand: z.string(),
  type: z.string(),
  variant: z.string(),
  colour: z.string(),
  barcode: z.string(),
  price: z.string(),
})

let loading: Promise<Shoot> | null = null

/** The demo shoot; its photographs come from the server the first time. */
export function openDemo(): Promise<Shoot> {
  loading ??= load().finally(() => {
    loading = null
  })
  return loading
}

async function load(): Promise<Shoot> {
  const existing = await database.shoots.filter(({ name }) => name === DEMO_NAME).first()
  if (existing) return existing
  const { photos } = DemoFile.parse(await (await fetchDemo('shoot.json')).json())
  const csv = await (await fetchDemo('products.csv')).text()
  const lines = Papa.parse(csv, { header: true, skipEmptyLines: true }).data
  const files = await Promise.all(
    photos.map(async ({ file, sku, angle }) => ({
      fileName: file,
      blob: await (await fetchDemo(`photos/${file}`)).blob(),
      sku,
      angle,
    })),
  )
  // Only now, so that a reload in the middle of the fetching leaves no half a shoot behind.
  const shoot = await createShoot({ name: DEMO_NAME, dueOn: DUE_ON })
  const products: Product[] = lines.map((line) => {
    const product = ProductLine.parse(line)
    return { ...product, more: {}, id: productId(shoot.id, product.sku), shootId: shoot.id }
  })
  await database.products.bulkPut(products)
  await giveFiles(shoot.id, files)
  return shoot
}

async function fetchDemo(path: string): Promise<Response> {
  const response = await fetch(`/demo/${path}`).catch((cause: unknown) => {
    throw new Error(strings.demoFileDidntArrive(path), { cause })
  })
  if (!response.ok) throw new Error(strings.demoShootCantBeLoaded(path, response.status))
  return response
}
