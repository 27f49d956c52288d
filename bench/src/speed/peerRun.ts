import { fork } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import type { SpeedResult } from './nodeRun'

const script = fileURLToPath(new URL('./plainSharp.mjs', import.meta.url))

/** The plain sharp script over the same photographs, in two processes. */
export async function runPeer(photos: readonly string[]): Promise<SpeedResult> {
  const halves = [0, 1].map((k) => photos.filter((_, i) => i % 2 === k))
  const began = performance.now()
  const peaks = await Promise.all(halves.map(runProcess))
  const seconds = (performance.now() - began) / 1000
  return {
    name: 'plain sharp, two processes',
    shots: photos.length,
    seconds,
    shotsPerSecond: photos.length / seconds,
    peakBytes: peaks.reduce((sum, bytes) => sum + bytes, 0),
    stagesMs: {},
  }
}

function runProcess(photos: readonly string[]): Promise<number> {
  return new Promise((resolve, reject) => {
    let peak = 0
    const child = fork(script, [...photos])
    child.on('message', (message: { peakBytes: number }) => (peak = message.peakBytes))
    child.on('exit', (code) =>
      code === 0 ? resolve(peak) : reject(new Error(`The plain script ended with ${code}`)),
    )
  })
}
