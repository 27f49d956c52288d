// Makes the pictures of the demo shop's page from the demo photographs: as heavy and as careless as shop pictures are.
// Run from the project's folder: node demo/scenes/make-shop.mjs
import { fileURLToPath } from 'node:url'
import sharp from 'sharp'

const photos = fileURLToPath(new URL('../photos/', import.meta.url))
const pictures = fileURLToPath(new URL('../shop/pictures/', import.meta.url))
const from = (name, width) => sharp(`${photos}${name}`).rotate().resize(width)

await from('OCK-103-front.jpg', 1000).png({ compressionLevel: 9 }).toFile(`${pictures}kettle-large.png`)
await from('OCK-104-top.jpg', 700).png({ compressionLevel: 9 }).toFile(`${pictures}skillet-top.png`)
await from('OCK-109-OCH-front.jpg', 1200).jpeg({ quality: 100 }).toFile(`${pictures}flask-ochre.jpg`)
await from('OCK-108-front.jpg', 1600).jpeg({ quality: 96 }).toFile(`${pictures}coffee-pot.jpg`)
await from('OCK-101-front.jpg', 1600).jpeg({ quality: 90 }).withExif({ IFD0: { ImageDescription: 'x'.repeat(30_000) } }).toFile(`${pictures}mug-white.jpg`)
await from('OCK-112-front.jpg', 900).jpeg({ quality: 92 }).withIccProfile('p3').toFile(`${pictures}bowl.jpg`)
await from('OCK-102-front.jpg', 1000).jpeg({ quality: 85 }).toFile(`${pictures}mug-green.jpg`)
await from('OCK-110-top.jpg', 800).jpeg({ quality: 82 }).toFile(`${pictures}rack.jpg`)
await from('OCK-109-TEA-front.jpg', 600).jpeg({ quality: 78 }).toFile(`${pictures}flask-teal.jpg`)
await from('OCK-111-top.jpg', 600).webp({ quality: 60 }).toFile(`${pictures}brush.webp`)
