import { countOf } from '@cloudbank/core/words'
import type { PhotoEvent } from '../madeEvents'
import { strings } from '../strings'

/** What happens while a folder is watched, as `--json` prints it. */
export type WatchEvent =
  | { readonly event: 'watching'; readonly folder: string; readonly known: number }
  | PhotoEvent
  | { readonly event: 'unreadable'; readonly path: string }
  | { readonly event: 'ended'; readonly made: number; readonly failed: number }

/** An event as a person reads it. */
export function eventWords(event: WatchEvent): string {
  switch (event.event) {
    case 'watching':
      return strings.watching(event.folder, countOf(event.known, 'photograph'))
    case 'made':
      return `${event.path}: ${event.words}`
    case 'failed':
      return strings.setAside(event.path, event.reason)
    case 'unreadable':
      return strings.cantBeRead(event.path)
    case 'ended':
      return strings.watchEnded(countOf(event.made, 'photograph'), event.failed)
  }
}
