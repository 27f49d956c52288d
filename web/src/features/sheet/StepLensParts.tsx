import type { ReactNode } from 'react'
import type { ShootView, Shot } from '../../data'
import type { StepLens } from '../../lens'

interface Props {
  readonly lens: StepLens
  readonly shot: Shot
  readonly view: ShootView
}

const useTile = ({ lens: { tiles }, shot, view }: Props) =>
  tiles.useTiles((state) => state.tiles.get(tiles.keyOf(shot, view)))

/** A shot as a step's lens has it; what stands in for it until it is made. */
export function LensPicture({ children, ...props }: Props & { readonly children: ReactNode }) {
  const { lens, shot, view } = props
  const tile = useTile(props)
  lens.tiles.useSeen(lens.tiles.keyOf(shot, view))
  return tile ? <lens.Picture tile={tile} shot={shot} /> : children
}

/** What a step's lens reads of a shot. */
export const LensReading = (props: Props) => props.lens.reading(useTile(props)?.facts)
