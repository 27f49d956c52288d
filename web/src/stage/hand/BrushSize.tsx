import { formatPercent } from '@cloudbank/core/words'
import { keyLabel } from '../../keys/keys'
import { Key, Slider } from '../../ui'
import { SIZES } from './brush'
import { strings } from '../strings'

interface Props {
  readonly radius: number
  readonly hardness: number
  readonly set: (change: { readonly radius?: number; readonly hardness?: number }) => void
}

/** How large and how hard the brush in hand is. */
export function BrushSize({ radius, hardness, set }: Props) {
  const size = Math.log(radius / SIZES.least) / Math.log(SIZES.step)
  const most = Math.log(SIZES.most / SIZES.least) / Math.log(SIZES.step)
  return (
    <>
      <Slider
        label={strings.size}
        reading={`${(radius * 2000).toFixed(0)} px`}
        value={size}
        min={0}
        max={most}
        step={1}
        onChange={(next) =>
          set({
            radius: next === size ? radius : Math.min(SIZES.most, SIZES.least * SIZES.step ** next),
          })
        }
        aside={
          <>
            <Key>{keyLabel('finer')}</Key> <Key>{keyLabel('broader')}</Key>
          </>
        }
      />
      <Slider
        label={strings.hardness}
        reading={formatPercent(hardness, 0)}
        value={hardness}
        min={0}
        max={1}
        step={0.05}
        onChange={(next) => set({ hardness: next })}
      />
    </>
  )
}
