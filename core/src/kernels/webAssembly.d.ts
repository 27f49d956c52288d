// The part of the WebAssembly standard that the kernels use; the core knows no DOM or Node types.
declare namespace WebAssembly {
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Memory {
    constructor(descriptor: { initial: number; maximum?: number })
    readonly buffer: ArrayBuffer
    grow(pages: number): number
  }
  class Instance {
    constructor(module: Module, imports: Record<string, Record<string, Memory>>)
    readonly exports: object
  }
}
