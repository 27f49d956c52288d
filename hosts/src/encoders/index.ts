export { createWasmEncoders, WASM_FILES, type Encode } from './wasmEncoders'
