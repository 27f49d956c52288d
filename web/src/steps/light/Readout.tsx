import { Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { PreviewAnswers } from '@cloudbank/hosts/previewer'
import { formatSigned } from '@cloudbank/core/words'

/** Where the pointer is, and the view to ask; null before either is known. */
export type PixelReading = {
  readonly point: { readonly x: number; readonly y: number } | null
  readonly view: string | null
} | null

/** The colour under the pointer, in sRGB and Lab. */
export function Readout(props: {
  reading: PixelReading
  ask: (view: string, x: number, y: number) => Promise<PreviewAnswers['pixel']>
}) {
  const { reading, ask } = props
  const [found, setFound] = useState<PreviewAnswers['pixel']>(null)
  const { point = null, view = null } = reading ?? {}
  useEffect(() => {
    if (!point || view === null) {
      setFound(null)
      return
    }
    let current = true
    void ask(view, point.x, point.y).then((answer) => current && setFound(answer))
    return () => {
      current = false
    }
  }, [point, view, ask])
  if (!found) return null
  const [l, a, b] = found.lab
  return (
    <Text fontFamily="mono" fontSize="12px" whiteSpace="pre" data-testid="readout">
      {found.srgb.map((value) => String(value).padStart(3)).join(' ')}
      {'   L '}
      {l.toFixed(1)} a {formatSigned(a, 1)} b {formatSigned(b, 1)}
    </Text>
  )
}
