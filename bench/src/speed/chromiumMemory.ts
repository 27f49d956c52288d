import { readFileSync, readdirSync } from 'node:fs'

const PAGE_BYTES = 4096

/** Memory that all Chromium processes have to themselves, together, in bytes. */
export function chromiumBytes(): number {
  return chromiumPids().reduce((sum, pid) => sum + ownBytes(pid), 0)
}

/** Memory that the largest of Chromium's processes that show pages has to itself, in bytes. */
export function rendererBytes(): number {
  const renderers = chromiumPids().filter((pid) => read(pid, 'cmdline').includes('--type=renderer'))
  return Math.max(0, ...renderers.map(ownBytes))
}

/** Samples a reading twice a second; the result tells its highest and ends the sampling. */
export function watchPeak(read: () => number): () => number {
  let peak = read()
  const timer = setInterval(() => (peak = Math.max(peak, read())), 500)
  return () => {
    clearInterval(timer)
    return Math.max(peak, read())
  }
}

function chromiumPids(): string[] {
  return readdirSync('/proc').filter(
    (name) => /^\d+$/.test(name) && read(name, 'comm').startsWith('chromium'),
  )
}

function ownBytes(pid: string): number {
  const [, resident = '0', shared = '0'] = read(pid, 'statm').split(' ')
  return (Number(resident) - Number(shared)) * PAGE_BYTES
}

/** A file of /proc; empty when the process has ended in the meantime. */
function read(pid: string, file: string): string {
  try {
    return readFileSync(`/proc/${pid}/${file}`, 'utf8')
  } catch {
    return ''
  }
}
