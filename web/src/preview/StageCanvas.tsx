import { useEffect, useRef } from 'react'
import type { StageRaster } from '@cloudbank/hosts/previewer'

type Picture = Pick<StageRaster, 'width' | 'height' | 'data'>

/** A picture of bytes. */
export function StageCanvas({ picture, label }: { picture: Picture; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const { data, width, height } = picture
    const pixels = new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height) // never shared
    canvas.current?.getContext('2d')?.putImageData(pixels, 0, 0)
  }, [picture])
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      width={picture.width}
      height={picture.height}
      style={{ width: '100%', height: '100%', objectFit: 'contain', display: 'block' }}
    />
  )
}
