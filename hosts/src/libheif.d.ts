declare module 'libheif-js/libheif-wasm/libheif-bundle.mjs' {
  interface HeifImage {
    get_width(): number
    get_height(): number
    display(
      target: { data: Uint8ClampedArray; width: number; height: number },
      done: (drawn: { data: Uint8ClampedArray } | null) => void,
    ): void
    free(): void
  }
  const create: () => {
    HeifDecoder: new () => { decode(bytes: Uint8Array): HeifImage[] }
  }
  export default create
}
