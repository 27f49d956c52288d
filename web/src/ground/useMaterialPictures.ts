import { useEffect, useState } from 'react'
import { MATERIALS, type Material } from '@cloudbank/core/scene'
import { makeScene } from '../work/scenes'

/** Sides of a picture of a material, in pixels. */
const SIZE = { width: 124, height: 88 }
const SEED = 5

/** A small picture of each material, as they come. */
export function useMaterialPictures(): ReadonlyMap<Material, Blob> {
  const [pictures, setPictures] = useState<ReadonlyMap<Material, Blob>>(new Map())
  useEffect(() => {
    const stop = new AbortController()
    for (const material of MATERIALS)
      makeScene({ description: material, seed: SEED, horizon01: 0.2, ...SIZE }, stop.signal).then(
        ({ picture }) => setPictures((others) => new Map([...others, [material, picture]])),
        () => undefined, // its word stands there without it
      )
    return () => stop.abort()
  }, [])
  return pictures
}
