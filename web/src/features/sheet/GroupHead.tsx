import { useRef } from 'react'
import { countOf } from '@cloudbank/core/words'
import { useDropShots } from '../../drag'
import type { Block } from './sheetRows'

interface Props {
  readonly block: Block
  readonly heightPx: number
  readonly widthPx: number
  /** Whether the name stands beside the SKU. */
  readonly named: boolean
  readonly onDropShot: (id: string) => void
}

/** The head of a group; where it is a product's, shots can be dropped on it. */
export function GroupHead({ block, heightPx, widthPx, named, onDropShot }: Props) {
  const { sku, name, count, isStart } = block
  const head = useRef<HTMLDivElement>(null)
  const over = useDropShots(head, sku === '' ? null : onDropShot)
  const words = [sku, name].filter((part) => part !== '').join(' ')
  return (
    <div
      ref={head}
      className="group-head"
      data-product={sku}
      data-over={over || undefined}
      data-count={count}
      title={`${words}, ${countOf(count, 'shot')}`}
      style={{ height: heightPx, width: widthPx }}
    >
      {isStart && (
        <>
          {sku !== '' && <b>{sku}</b>}
          {(named || sku === '') && <span>{name}</span>}
        </>
      )}
      {!isStart && <span>… {sku}</span>}
    </div>
  )
}
