import { create } from 'zustand'
import { persist } from 'zustand/middleware'

export const SKIES = ['day', 'dusk', 'night'] as const
export type Sky = (typeof SKIES)[number]

interface SkyState {
  readonly sky: Sky
  readonly setSky: (sky: Sky) => void
  readonly nextSky: () => void
}

/** How bright the surround of the pictures is. Kept for this browser. */
export const useSky = create<SkyState>()(
  persist(
    (set) => ({
      sky: 'day',
      setSky: (sky) => set({ sky }),
      nextSky: () =>
        set(({ sky }) => ({ sky: SKIES[(SKIES.indexOf(sky) + 1) % SKIES.length] ?? 'day' })),
    }),
    { name: 'cloudbank-sky' },
  ),
)

const show = ({ sky }: SkyState): void => {
  document.documentElement.dataset['sky'] = sky
}

/** Keeps the document's sky in step with the store. */
export function followSky(): void {
  show(useSky.getState())
  useSky.subscribe(show)
}
