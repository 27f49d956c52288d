import type { z } from 'zod'
import { Outlet } from './outlet'

const LIGHT_GREY = '#F2F2F0'
/** A difference that is just seen, CIEDE2000, is about 2. */
const white = { kind: 'colour', colour: '#FFFFFF', tolerance: 2 } as const

/** Small words for a placement's changes. */
const onWhite = (fillPct: number, width = 1, height = 1) => ({
  ground: { behind: { kind: 'colour', colour: '#FFFFFF' } },
  frame: { ratio: { width, height }, fillPct },
})

const READY: readonly z.input<typeof Outlet>[] = [
  {
    id: 'ottermere-shop',
    name: 'Ottermere Shop',
    rules: {
      ratio: { width: 1, height: 1 },
      formats: ['jpeg', 'webp'],
      backdrop: white,
      needsAltText: true,
    },
    placements: [
      { id: 'card', name: 'card', longSidePx: 600, limitBytes: 60_000 },
      { id: 'page', name: 'page', longSidePx: 1200, limitBytes: 200_000 },
      { id: 'zoom', name: 'zoom', longSidePx: 2000, limitBytes: 500_000 },
      { id: 'thumbnail', name: 'thumbnail', longSidePx: 180, limitBytes: 12_000 },
    ].map((placement) => ({ ...placement, changes: onWhite(85) })),
  },
  {
    id: 'pinfold-bazaar',
    name: 'Pinfold Bazaar',
    rules: {
      leastShorterPx: 1600,
      ratio: { width: 1, height: 1 },
      formats: ['jpeg'],
      limitBytes: 1_000_000,
      backdrop: { ...white, tolerance: 0.5 },
      leastFillPct: 84,
      mostPictures: 7,
      marks: 'not-on-covers',
    },
    placements: [
      {
        id: 'listing',
        name: 'listing',
        longSidePx: 1600,
        limitBytes: 1_000_000,
        qualityPct: 90,
        changes: onWhite(85),
      },
    ],
  },
  {
    id: 'quillmarket',
    name: 'Quillmarket',
    rules: {
      leastShorterPx: 1080,
      ratio: { width: 4, height: 5 },
      formats: ['webp'],
      limitBytes: 220_000,
      backdrop: { kind: 'colour', colour: LIGHT_GREY, tolerance: 2 },
      mostPictures: 5,
      needsAltText: true,
    },
    placements: [
      {
        id: 'portrait',
        name: 'portrait',
        longSidePx: 1350,
        format: 'webp',
        limitBytes: 220_000,
        changes: {
          ground: { behind: { kind: 'colour', colour: LIGHT_GREY } },
          frame: { ratio: { width: 4, height: 5 }, fillPct: 80 },
        },
      },
    ],
  },
  {
    id: 'hearthside-wholesale',
    name: 'Hearthside Wholesale',
    rules: { leastShorterPx: 3000, formats: ['png'], backdrop: { kind: 'transparent' } },
    placements: [
      {
        id: 'cut-out',
        name: 'cut-out',
        longSidePx: 3000,
        format: 'png',
        dpi: 300,
        changes: {
          ground: { behind: { kind: 'transparent' } },
          frame: { ratio: { width: 1, height: 1 }, fillPct: 96 },
        },
      },
    ],
  },
  {
    id: 'trailpost',
    name: 'Trailpost',
    rules: {
      leastShorterPx: 628,
      ratio: { width: 300, height: 157 },
      formats: ['jpeg'],
      limitBytes: 150_000,
      mostPictures: 1,
    },
    placements: [
      {
        id: 'banner',
        name: 'banner',
        longSidePx: 1200,
        limitBytes: 150_000,
        changes: {
          ground: {
            behind: {
              kind: 'gradient',
              shape: 'linear',
              from: '#E9E6DF',
              to: '#B9B5AA',
              angleDeg: 0,
            },
            shadow: 'made',
          },
          frame: { ratio: { width: 300, height: 157 }, fillPct: 78 },
        },
      },
    ],
  },
]

/** The outlets that come with Cloudbank. */
export const READY_OUTLETS: readonly Outlet[] = READY.map((outlet) => Outlet.parse(outlet))
