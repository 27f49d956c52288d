import { Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import type { ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Choose, Window } from '../../ui'
import { applyTrueSizes, trueSizes } from '../../work/products'
import { strings } from './strings'

const SHOWN_ROWS = 12

interface Props {
  readonly view: ShootView
  readonly open: boolean
  readonly onClose: () => void
}

/** Frames products in true relative size by a column of the product data: the small flask beside the large one. */
export function TrueSizesWindow({ view, open, onClose }: Props) {
  const sizes = useMemo(() => trueSizes([...view.products.values()]), [view.products])
  const [chosen, setChosen] = useState<string | null>(null)
  const column = chosen ?? [...sizes.keys()][0]
  const rows = (column === undefined ? undefined : sizes.get(column)) ?? []
  const apply = (): void => {
    if (column === undefined) return
    attempt(applyTrueSizes(view.shots, rows, column), strings.sizesCouldntBeSaved)
    onClose()
  }
  return (
    <Window title={strings.frameProductsInTrueRelative} open={open} onClose={onClose}>
      {column === undefined ? (
        <Text>{strings.noColumnOfProductData}</Text>
      ) : (
        <>
          <Flex align="center" gap="8px" marginBottom="8px">
            <Text>
              {strings.by} <b>{column}</b>
              {strings.largestFillsItsFrameAs}
            </Text>
            {sizes.size > 1 && (
              <Choose
                words={strings.anotherColumn}
                options={[...sizes.keys()].map((id) => ({ id, words: id }))}
                onChoose={setChosen}
              />
            )}
          </Flex>
          {rows.slice(0, SHOWN_ROWS).map(({ sku, text, sizePct }) => (
            <Flex key={sku} gap="12px" fontSize="13px" lineHeight="22px">
              <Text fontFamily="mono" fontWeight="600" width="130px" truncate>
                {sku}
              </Text>
              <Text flex="1" truncate>
                {text}
              </Text>
              <Text fontFamily="mono">{sizePct.toFixed(1)} %</Text>
            </Flex>
          ))}
          {rows.length > SHOWN_ROWS && (
            <Text color="softInk">{strings.and(rows.length - SHOWN_ROWS)}</Text>
          )}
          <Flex gap="8px" marginTop="14px" justify="flex-end">
            <Action onClick={onClose}>{strings.cancel}</Action>
            <Action look="main" onClick={apply}>
              {strings.size(rows.length)}
            </Action>
          </Flex>
        </>
      )}
    </Window>
  )
}
