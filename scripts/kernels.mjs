// Compiles the kernels to WebAssembly and writes them as a module of bytes.
// `--check` compares with what is committed instead.
import { readFile, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import asc from 'assemblyscript/asc'

const folder = fileURLToPath(new URL('../core/', import.meta.url))
const target = `${folder}src/kernels/binary.ts`

export async function compileKernels() {
  const { error, stderr, binary } = await compile()
  if (error) throw new Error(`The kernels do not compile:\n${stderr}`)
  const rows = []
  for (let i = 0; i < binary.length; i += 32)
    rows.push(`  ${[...binary.subarray(i, i + 32)].join(',')},`)
  return [
    '// Made from assembly/ by scripts/kernels.mjs; do not edit.',
    '// prettier-ignore',
    'export const KERNEL_BYTES = Uint8Array.of(',
    ...rows,
    ')',
    '',
  ].join('\n')
}

async function compile() {
  let binary
  const { error, stderr } = await asc.main(
    [
      'assembly/index.ts',
      '--outFile',
      'out.wasm',
      '-O3',
      '--noAssert',
      '--runtime',
      'stub',
      '--enable',
      'simd',
      '--importMemory',
      '--baseDir',
      folder,
    ],
    {
      writeFile: (name, contents) => {
        if (name.endsWith('.wasm')) binary = contents
      },
    },
  )
  return { error, stderr: stderr.toString(), binary }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const source = await compileKernels()
  if (process.argv.includes('--check')) {
    if ((await readFile(target, 'utf8')) !== source) {
      console.error('core/src/kernels/binary.ts is out of date: run node scripts/kernels.mjs')
      process.exit(1)
    }
  } else await writeFile(target, source)
}
