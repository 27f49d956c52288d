const ANGLES = ['front', 'three-quarter', 'detail', 'top', 'back', 'side', 'in-use', 'reference']

/** SKU and angle from names such as `OCK-101-front.jpg`; null where the name says nothing. */
export function readFileName(fileName: string): { sku: string | null; angle: string | null } {
  const stem = stemOf(fileName)
  const angle = ANGLES.find((word) => stem.toLowerCase().endsWith(`-${word}`))
  if (!angle) return { sku: null, angle: null }
  const sku = stem.slice(0, -angle.length - 1)
  return { sku: sku === '' ? null : sku, angle }
}

/** A file name without its extension. */
export const stemOf = (fileName: string): string => fileName.replace(/\.[^.]{1,5}$/, '')
