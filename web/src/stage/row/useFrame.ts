import { useMemo } from 'react'
import { placementsOf, settingsFor } from '@cloudbank/core/brief'
import { FrameSettings, STEPS } from '@cloudbank/core/steps'
import type { Bench } from '../bench'

const FRAME = STEPS.find(({ id }) => id === 'frame')! // of the registry

/** How the shot is framed for the placement as which it is seen, with what is being changed. */
export const useFrame = ({
  plan,
  placementId,
}: Pick<Bench, 'plan' | 'placementId'>): FrameSettings =>
  useMemo(() => {
    const placements = placementsOf(plan)
    const placement = placements.find(({ id }) => id === placementId) ?? placements[0] ?? null
    return FrameSettings.parse(settingsFor(plan, FRAME, placement))
  }, [plan, placementId])
