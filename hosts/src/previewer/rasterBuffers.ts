import type { PreviewAnswers, PreviewRequest } from './protocol'

/** The pixels of an answer, which were made for it alone: they are handed over, not copied. */
export function rasterBuffers(answer: PreviewAnswers[PreviewRequest['kind']]): ArrayBuffer[] {
  const parts: readonly unknown[] = Array.isArray(answer)
    ? answer
    : [answer && 'picture' in answer ? answer.picture : answer]
  return parts.flatMap((part) =>
    typeof part === 'object' && part !== null && 'data' in part && isPixels(part.data)
      ? [part.data.buffer]
      : [],
  )
}

const isPixels = (data: unknown): data is Uint8ClampedArray<ArrayBuffer> =>
  data instanceof Uint8ClampedArray &&
  data.buffer instanceof ArrayBuffer &&
  data.byteLength === data.buffer.byteLength
