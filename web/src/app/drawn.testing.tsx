import { Blob } from 'node:buffer'
import { ChakraProvider } from '@chakra-ui/react'
import { cleanup, render } from '@testing-library/react'
import userEvent, { type UserEvent } from '@testing-library/user-event'
import type { ReactElement, ReactNode } from 'react'
import { afterEach } from 'vitest'
import { system } from './theme'

afterEach(cleanup)

/** What jsdom lays nothing out for: every element is this large, at the upper left. */
export const DRAWN = { width: 800, height: 600 } as const

// jsdom has no layout, and nothing that is told of one.
class FixedSize implements ResizeObserver {
  readonly #tell: ResizeObserverCallback
  constructor(tell: ResizeObserverCallback) {
    this.#tell = tell
  }
  observe(): void {
    const contentRect = new DOMRect(0, 0, DRAWN.width, DRAWN.height)
    this.#tell([{ contentRect } as ResizeObserverEntry], this) // all that is read of it
  }
  unobserve(): void {
    // It is told once.
  }
  disconnect(): void {
    // It is told once.
  }
}
class Rect {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  constructor(x = 0, y = 0, width = 0, height = 0) {
    Object.assign(this, { x, y, width, height })
    ;[this.x, this.y, this.width, this.height] = [x, y, width, height]
  }
  get left(): number {
    return this.x
  }
  get top(): number {
    return this.y
  }
  get right(): number {
    return this.x + this.width
  }
  get bottom(): number {
    return this.y + this.height
  }
}
class Pointer extends MouseEvent {
  readonly pointerId = 1
}
// Its own Blob has no text(), and is no Blob to a database outside of it.
Object.assign(globalThis, { ResizeObserver: FixedSize, DOMRect: Rect, PointerEvent: Pointer, Blob })
Object.assign(Element.prototype, {
  getBoundingClientRect: () => new Rect(0, 0, DRAWN.width, DRAWN.height),
  setPointerCapture: () => undefined,
  scrollTo: () => undefined,
})

/** The window that jsdom's events come from; Vitest puts its parts into the global scope. */
export const browserWindow = (globalThis as unknown as { jsdom: { window: Window } }).jsdom.window

const Around = ({ children }: { children: ReactNode }) => (
  <ChakraProvider value={system}>{children}</ChakraProvider>
)

/** A component in the app's own look, and a hand that uses it. */
export function draw(element: ReactElement): {
  readonly user: UserEvent
  readonly rerender: (element: ReactNode) => void
} {
  const { rerender } = render(element, { wrapper: Around })
  return { rerender, user: userEvent.setup() }
}
