/**
 * Squared distance of each pixel from the nearest marked one; see `squaredDistance` in core/src/raster/distance.ts.
 *
 * @param mask    u8, one a pixel, not all 0.
 * @param dst     f32, one a pixel.
 * @param squares f64, one a column: scratch.
 * @param hull    i32, two a column: scratch.
 */
export function squaredDistances(
  mask: usize,
  width: i32,
  height: i32,
  dst: usize,
  squares: usize,
  hull: usize,
): void {
  // A row's distances along columns lie where its result comes: they are read before that is written.
  alongColumns(mask, width, height, dst)
  for (let y: i32 = 0; y < height; y++) {
    const row = (<usize>y * <usize>width) << 2
    for (let x: i32 = 0; x < width; x++) {
      const d = <f64>load<i32>(dst + row + (<usize>x << 2))
      store<f64>(squares + (<usize>x << 3), d * d)
    }
    alongRow(squares, width, hull, hull + (<usize>width << 2), dst + row)
  }
}

/** Distance of each pixel from the nearest marked one of its column; beyond both sides where there is none. */
function alongColumns(mask: usize, width: i32, height: i32, down: usize): void {
  const pixels = width * height
  const beyond = width + height
  for (let i: i32 = 0; i < pixels; i++) {
    const above = i < width ? beyond : min(beyond, load<i32>(down + (<usize>(i - width) << 2)) + 1)
    store<i32>(down + (<usize>i << 2), load<u8>(mask + <usize>i) ? 0 : above)
  }
  for (let i: i32 = pixels - width - 1; i >= 0; i--) {
    const at = down + (<usize>i << 2)
    const below = load<i32>(at + (<usize>width << 2)) + 1
    if (below < load<i32>(at)) store<i32>(at, below)
  }
}

/** The lower envelope of the parabolas that stand on a row's squares. */
function alongRow(squares: usize, width: i32, hull: usize, starts: usize, dst: usize): void {
  let k: i32 = 0
  store<i32>(hull, 0)
  store<i32>(starts, 0)
  for (let x: i32 = 1; x < width; x++) {
    while (k >= 0) {
      const start = load<i32>(starts + (<usize>k << 2))
      const foot = load<i32>(hull + (<usize>k << 2))
      if (heightAt(start, foot, squares) <= heightAt(start, x, squares)) break
      k--
    }
    if (k < 0) {
      k = 0
      store<i32>(hull, x)
      continue
    }
    const foot = load<i32>(hull + (<usize>k << 2))
    const rise = square(squares, x) - square(squares, foot)
    const start = 1 + <i32>Math.floor((<f64>(x * x - foot * foot) + rise) / <f64>(2 * (x - foot)))
    if (start >= width) continue
    k++
    store<i32>(hull + (<usize>k << 2), x)
    store<i32>(starts + (<usize>k << 2), start)
  }
  for (let x: i32 = width - 1; x >= 0; x--) {
    const foot = load<i32>(hull + (<usize>k << 2))
    store<f32>(dst + (<usize>x << 2), <f32>heightAt(x, foot, squares))
    if (x == load<i32>(starts + (<usize>k << 2))) k--
  }
}

@inline function square(squares: usize, x: i32): f64 {
  return load<f64>(squares + (<usize>x << 3))
}
@inline function heightAt(x: i32, foot: i32, squares: usize): f64 {
  return <f64>((x - foot) * (x - foot)) + square(squares, foot)
}
