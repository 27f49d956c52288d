import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import { dirname } from 'node:path'
import { HostRules, type HostRule } from '@cloudbank/core/weigh'

/** The hosts that may be fetched from, kept beyond the server's end. */
export interface HostStore {
  read(): Promise<readonly HostRule[]>
  write(rules: readonly HostRule[]): Promise<void>
}

/** Keeps them in a file; one that is missing or damaged allows nobody. */
export function hostsInFile(path: string): HostStore {
  return {
    read: async () => {
      const text = await readFile(path, 'utf8').catch(() => '[]')
      return HostRules.catch([]).parse(parsed(text))
    },
    write: async (rules) => {
      await mkdir(dirname(path), { recursive: true })
      // Written beside and moved, so that a file is always whole.
      await writeFile(`${path}.new`, `${JSON.stringify(rules, null, 2)}\n`)
      await rename(`${path}.new`, path)
    },
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return []
  }
}
