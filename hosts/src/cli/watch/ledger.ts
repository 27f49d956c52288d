import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { LeftFile } from '@cloudbank/core/shoot'
import type { OutFolder } from '../outFolder'

/** A photograph that was made, and what came of it. */
export const LedgerEntry = z.object({
  /** SHA-256 of the photograph, in hex: it is known by that, wherever it is moved. */
  hash: z.string(),
  /** Where it lay when it was first seen. */
  path: z.string(),
  /** Its place among all that arrived. */
  place: z.number().int().nonnegative(),
  /** What decided how it was made; another one means that it is made again. */
  key: z.string(),
  left: z.array(z.custom<LeftFile>((value) => typeof value === 'object' && value !== null)),
})
export type LedgerEntry = z.infer<typeof LedgerEntry>

/** What a watched folder came to, kept beside what was made of it. */
export interface Ledger {
  /** By place. */
  readonly entries: () => readonly LedgerEntry[]
  /** Keeps an entry in place of the one that had its place. */
  readonly keep: (entry: LedgerEntry) => Promise<void>
}

const FILE = '.cloudbank-watch.jsonl'

/**
 * Opens the ledger of an output folder. Each entry is a line that is added at the end, so that whatever stops the
 * machine loses one entry at most, and its photograph is made once more.
 */
export async function openLedger(out: OutFolder): Promise<Ledger> {
  const byPlace = new Map<number, LedgerEntry>()
  for (const line of (await textOf(join(out.path, FILE))).split('\n')) {
    const entry = LedgerEntry.safeParse(jsonOf(line))
    if (entry.success) byPlace.set(entry.data.place, entry.data)
  }
  const lines = [...byPlace.values()].map((entry) => `${JSON.stringify(entry)}\n`)
  // What was replaced, and what was cut short, goes.
  await out.save(FILE, new TextEncoder().encode(lines.join('')))
  let writing = Promise.resolve()
  return {
    entries: () => [...byPlace.values()].sort((a, b) => a.place - b.place),
    keep: (entry) => {
      byPlace.set(entry.place, entry)
      writing = writing.then(() => appendFile(join(out.path, FILE), `${JSON.stringify(entry)}\n`))
      return writing
    },
  }
}

const textOf = (path: string): Promise<string> =>
  readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return ''
    throw error
  })

function jsonOf(line: string): unknown {
  try {
    return JSON.parse(line)
  } catch {
    return null
  }
}
