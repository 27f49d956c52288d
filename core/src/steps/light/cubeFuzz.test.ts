import { expect, test } from 'vitest'
import { seededRandom } from '../../raster/seeded.testing'
import { CubeError, parseCube } from './cube'

const PIECES = [
  'TITLE "x"',
  'LUT_3D_SIZE 2',
  'LUT_3D_SIZE 9999999',
  'LUT_1D_SIZE 2',
  'DOMAIN_MIN 0 0 0',
  'DOMAIN_MAX 1 1 1',
  'DOMAIN_MAX 2 2 2',
  '0 0 0',
  '1 1 1',
  '0.5 0.25 1e-9',
  '1e999 0 0',
  'NaN 0 0',
  '-1 2 3 4',
  '# note',
  '',
  '\0',
  'ü',
]

test.each([1, 2, 3])(
  'any text is a colour table of its size or is refused in words, seed %i',
  (seed) => {
    const random = seededRandom(seed)
    let read = 0
    for (let i = 0; i < 1000; i++) {
      // Often nearly right: a head and eight colours, with something else in between.
      const lines = random() < 0.5 ? ['LUT_3D_SIZE 2', ...Array<string>(8).fill('0.5 0.5 0.5')] : []
      const more = Math.floor(random() * 3)
      for (let k = 0; k < more; k++)
        lines.splice(
          Math.floor(random() * lines.length),
          0,
          PIECES[Math.floor(random() * PIECES.length)]!,
        )
      try {
        const { size, table } = parseCube(lines.join('\n'))
        expect(table.length).toBe(size ** 3 * 3)
        expect(table.every(Number.isFinite)).toBe(true)
        read++
      } catch (error) {
        if (!(error instanceof CubeError)) throw error
      }
    }
    expect(read).toBeGreaterThan(100)
  },
)
