// The peer of the speed benchmark: only fits, pads and encodes. Run with file names as arguments.
import sharp from 'sharp'

sharp.concurrency(1)
sharp.cache(false)

for (const photo of process.argv.slice(2))
  for (const side of [1200, 600])
    await sharp(photo)
      .autoOrient()
      .resize(side, side, { fit: 'contain', background: '#fff' })
      .flatten({ background: '#fff' })
      .jpeg({ quality: 85, mozjpeg: true })
      .toBuffer()

process.send?.({ peakBytes: process.resourceUsage().maxRSS * 1024 })
