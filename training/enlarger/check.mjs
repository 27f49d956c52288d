#!/usr/bin/env node
// Compares a converted network with the one it was made from, each in its own runtime, on noise and on a ramp:
//   node check.mjs FOLDER-OF-MODEL-JSON NETWORK.onnx
// It needs @tensorflow/tfjs 4 and onnxruntime-web to be found from here, and ends with 1 where they differ.
import { Buffer } from 'node:buffer'
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import * as tf from '@tensorflow/tfjs'
import * as ort from 'onnxruntime-web/wasm'

const SIDE = 40
const WHITE = 255
/** Weights are stored in 16 bits: this is a quarter of a code value. */
const MOST_OFF = 0.25 / 255

const [folder, network] = process.argv.slice(2)
const described = JSON.parse(await readFile(join(folder, 'model.json'), 'utf8'))
const parts = await Promise.all(
  described.weightsManifest[0].paths.map((path) => readFile(join(folder, path))),
)
const bytes = Buffer.concat(parts)
const model = await tf.loadLayersModel(
  tf.io.fromMemory({
    modelTopology: described.modelTopology,
    weightSpecs: described.weightsManifest[0].weights,
    weightData: bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength),
  }),
)
ort.env.wasm.numThreads = 1
const session = await ort.InferenceSession.create(await readFile(network), {
  executionProviders: ['wasm'],
})

let worst = 0
for (const at of [() => Math.random(), (x, y, c) => ((x + y * (c + 1)) % SIDE) / SIDE]) {
  const planes = new Float32Array(3 * SIDE * SIDE)
  const pixels = new Float32Array(3 * SIDE * SIDE)
  for (let y = 0; y < SIDE; y++)
    for (let x = 0; x < SIDE; x++)
      for (let c = 0; c < 3; c++) {
        const value = at(x, y, c)
        planes[(c * SIDE + y) * SIDE + x] = value
        pixels[(y * SIDE + x) * 3 + c] = value * WHITE
      }
  const wanted = model.predict(tf.tensor4d(pixels, [1, SIDE, SIDE, 3]))
  const { enlarged } = await session.run({
    image: new ort.Tensor('float32', planes, [1, 3, SIDE, SIDE]),
  })
  const [, height, width] = wanted.shape
  const values = wanted.dataSync()
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++)
        worst = Math.max(
          worst,
          Math.abs(
            enlarged.data[(c * height + y) * width + x] - values[(y * width + x) * 3 + c] / WHITE,
          ),
        )
}
console.log(`${network}: at most ${(worst * 255).toFixed(3)} code values off`)
process.exit(worst <= MOST_OFF ? 0 : 1)
