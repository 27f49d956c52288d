import type { MouseEvent } from 'react'

/**
 * A handler that the second click of a double click does not reach: it was meant for what stood there before the first.
 */
export const once =
  (act: () => void) =>
  (event: MouseEvent): void => {
    if (event.detail <= 1) act()
  }
