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

const RECT = { x: 0, y: 0, left: 0, top: 0, right: DRAWN.width, bottom: DRAWN.height, ...DRAWN }

// jsdom has no layout, and nothing that is told of one.
class FixedSize implements ResizeObserver {
  readonly #tell: ResizeObserverCallback
  constructor(tell: ResizeObserverCallback) {
    this.#tell = tell
  }
  observe(): void {
    this.#tell([{ contentRect: RECT } as unknown as ResizeObserverEntry], this) // all that is read of it
  }
  unobserve(): void {
    // It is told once.
  }
  disconnect(): void {
    // It is told once.
  }
}
class Pointer extends MouseEvent {
  readonly pointerId = 1
}
// Its own Blob has no text(), and is no Blob to a database outside of it.
Object.assign(globalThis, { ResizeObserver: FixedSize, PointerEvent: Pointer, Blob })
Object.assign(Element.prototype, {
  getBoundingClientRect: () => RECT,
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
