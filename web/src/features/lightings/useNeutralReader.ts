import { useCallback, useMemo, useState } from 'react'
import type { Spot } from '@cloudbank/core/steps'
import type { Lighting, ShootView, Shot } from '../../data'
import { useCommand } from '../../keys/commands'
import { attempt } from '../../notices'
import { sharedPreviewer, useOpenPicture } from '../../preview'
import { readNeutralInto } from '../../work/lightings'
import { strings } from './strings'
import { PICTURE_SIDE_PX } from './TriedPicture'
import { useReading } from './useReading'

const SIBLINGS = 2
/** Radii of the spot, as shares of the photograph's longer side. */
const RADII = [0.003, 0.006, 0.012, 0.024, 0.048] as const
const FIRST_RADIUS = 2

/** Reading the neutral of one lighting: the shot it is read on, the spot under the pointer and what is read there. */
export function useNeutralReader(view: ShootView, lighting: Lighting) {
  const shots = useMemo(
    () => view.shots.filter(({ lightingId }) => lightingId === lighting.id),
    [view.shots, lighting.id],
  )
  const [chosenId, setChosenId] = useState<string | null>(null)
  const shot = shots.find(({ id }) => id === (chosenId ?? lighting.referenceShotId)) ?? shots[0]
  const siblings = useMemo(() => pickSiblings(shots, shot), [shots, shot])
  const [failure, setFailure] = useState<string | null>(null)
  const picture = useOpenPicture(shot?.originalHash ?? null, {
    sidePx: PICTURE_SIDE_PX,
    onFailure: setFailure,
  })
  const [hovered, setHovered] = useState<Spot | null>(null)
  const kept = lighting.neutral?.shotId === shot?.id ? lighting.neutral : null
  const spot = hovered ?? kept?.spot ?? null
  const reading = useReading(picture?.name ?? null, spot)
  const [radiusAt, setRadiusAt] = useState(FIRST_RADIUS)
  const resize = (by: number): void =>
    setRadiusAt((at) => Math.min(RADII.length - 1, Math.max(0, at + by)))
  useCommand('larger', () => resize(1))
  useCommand('smaller', () => resize(-1))

  /** A coloured spot that waits for a yes. */
  const [asked, setAsked] = useState<Spot | null>(null)
  const pick = useCallback(
    async (picked: Spot, colour: 'asked about' | 'accepted') => {
      if (!picture || !shot) return
      const found = await sharedPreviewer().ask<'read'>({
        kind: 'read',
        picture: picture.name,
        spot: picked,
      })
      setHovered(null)
      if (found.doubts.includes('coloured') && colour === 'asked about') setAsked(picked)
      else await readNeutralInto(lighting, shot, picked, found)
    },
    [picture, shot, lighting],
  )

  return {
    shots,
    shot,
    siblings,
    picture,
    failure,
    spot,
    reading,
    radius: RADII[radiusAt] ?? RADII[FIRST_RADIUS],
    resize,
    hovering: hovered !== null,
    /** While a spot is hovered its neutral is tried; otherwise the lighting's own is shown. */
    trying: hovered && reading ? reading.gains : null,
    asked: asked !== null,
    hover: setHovered,
    choose: (chosen: Shot): void => {
      setHovered(null)
      setChosenId(chosen.id)
    },
    read: (picked: Spot): void =>
      attempt(pick(picked, 'asked about'), strings.neutralCouldntBeRead),
    accept: (): void => {
      if (asked) attempt(pick(asked, 'accepted'), strings.neutralCouldntBeRead)
      setAsked(null)
    },
    decline: (): void => setAsked(null),
  }
}

/** Two other shots of the lighting, from both sides of its middle. */
function pickSiblings(shots: readonly Shot[], shot: Shot | undefined): Shot[] {
  const others = shots.filter(({ id }) => id !== shot?.id)
  const step = Math.max(1, Math.floor(others.length / (SIBLINGS + 1)))
  return others.filter((_, i) => i % step === 0).slice(0, SIBLINGS)
}
