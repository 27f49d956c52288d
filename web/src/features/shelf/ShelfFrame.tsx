import { Box } from '@chakra-ui/react'
import { useEffect, useRef, useState } from 'react'
import type { DeliveryFile } from '@cloudbank/core/shoot'
import type { Addresses } from './useAddresses'

/** A picture of the shop, and what the browser chose to load for it. */
export interface LoadedSlot {
  readonly file: DeliveryFile
  /** Width that it is shown at, in CSS pixels. */
  readonly widthPx: number
  readonly isSeen: boolean
  readonly alt: string | null
}

interface Props {
  readonly name: string
  readonly html: string
  readonly addresses: Addresses
  /** Width of the window, in CSS pixels, and device pixels a CSS pixel. */
  readonly width: number
  readonly density: number
  readonly onLoaded: (slots: readonly LoadedSlot[]) => void
  /** A product was opened; the listing for an empty SKU. */
  readonly onOpen: (sku: string) => void
}

/** What was loaded is looked at again after so long without a change, in ms. */
const SETTLED_MS = 250

/**
 * The very page that is delivered, in a window of its own: as wide as the device, at its density (a zoomed frame has that many
 * device pixels, so that the browser chooses by it), and made smaller where there is no room.
 */
export function ShelfFrame({ name, html, addresses, width, density, onLoaded, onOpen }: Props) {
  const box = useRef<HTMLDivElement>(null)
  const frame = useRef<HTMLIFrameElement>(null)
  const [room, setRoom] = useState({ width: 0, height: 0 })
  const latest = useRef({ onLoaded, onOpen, addresses })
  latest.current = { onLoaded, onOpen, addresses }
  useEffect(() => {
    if (!box.current) return
    const observer = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect))
    observer.observe(box.current)
    return () => observer.disconnect()
  }, [])
  const fit = Math.min(1, room.width / width)
  const isThere = room.width > 0
  useEffect(() => {
    const element = frame.current
    if (!element) return
    const shown = (): (() => void) | undefined => {
      const page = element.contentDocument
      if (!page) return
      let timer = 0
      const look = (): void => {
        clearTimeout(timer)
        timer = window.setTimeout(
          () => latest.current.onLoaded(loadedIn(page, latest.current.addresses)),
          SETTLED_MS,
        )
      }
      const open = (event: Event): void => {
        const link = (event.target as Element).closest<HTMLElement>('a[data-sku]')
        if (!link) return
        event.preventDefault()
        latest.current.onOpen(link.dataset.sku ?? '')
      }
      page.addEventListener('click', open)
      // Pictures report to their own elements only: they are heard on the way down.
      page.addEventListener('load', look, true)
      page.addEventListener('scroll', look)
      page.addEventListener('change', look)
      look()
      return () => clearTimeout(timer)
    }
    let leave = shown()
    const again = (): void => {
      leave?.()
      leave = shown()
    }
    element.addEventListener('load', again)
    return () => {
      element.removeEventListener('load', again)
      leave?.()
    }
  }, [html, width, density, isThere])
  return (
    // The frame is as large as its zoom makes it before it is made smaller: nothing may scroll to the rest of that.
    <Box ref={box} flex="1" minWidth="0" minHeight="0" height="100%" overflow="clip">
      {isThere && (
        <iframe
          key={`${width}/${density}`}
          ref={frame}
          title={name}
          // No sandbox: where scripts are off altogether, browsers load lazy pictures at once.
          srcDoc={withoutScripts(html)}
          style={{
            width,
            height: room.height / fit,
            border: 0,
            background: '#fff',
            zoom: density,
            transform: `scale(${fit / density})`,
            transformOrigin: '0 0',
          }}
        />
      )}
    </Box>
  )
}

/** A page in which no script runs, and nothing comes from elsewhere. */
const withoutScripts = (html: string): string =>
  html.replace('<head>', `<head>\n<meta http-equiv="Content-Security-Policy" content="${POLICY}">`)
const POLICY = "default-src 'none'; img-src blob:; style-src 'unsafe-inline'"

function loadedIn(page: Document, { fileAt }: Addresses): LoadedSlot[] {
  const height = page.defaultView?.innerHeight ?? 0
  return [...page.images].flatMap((image) => {
    const file = image.complete && image.naturalWidth > 0 ? fileAt(image.currentSrc) : undefined
    if (!file || image.offsetParent === null) return []
    const { top, bottom, width } = image.getBoundingClientRect()
    return [
      {
        file,
        widthPx: Math.round(width),
        isSeen: top < height && bottom > 0,
        alt: image.getAttribute('alt'),
      },
    ]
  })
}
