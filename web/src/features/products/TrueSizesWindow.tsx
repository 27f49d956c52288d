import { Flex, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { countOf } from '@cloudbank/core/words'
import type { ShootView } from '../../data'
import { attempt } from '../../notices'
import { Action, Choose, Window } from '../../ui'
import { applyTrueSizes, trueSizes } from '../../work/products'

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
    attempt(applyTrueSizes(view.shots, rows, column), 'The sizes couldn’t be saved')
    onClose()
  }
  return (
    <Window title="Frame products in true relative size?" open={open} onClose={onClose}>
      {column === undefined ? (
        <Text>
          No column of the product data has a length or a volume for at least two products, such as
          “30 cm” or “0.5 l”. Set the size of a single shot on the bench, under Frame.
        </Text>
      ) : (
        <>
          <Flex align="center" gap="8px" marginBottom="8px">
            <Text>
              By <b>{column}</b>; the largest fills its frame as the brief says.
            </Text>
            {sizes.size > 1 && (
              <Choose
                words="Another column"
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
            <Text color="softInk">and {countOf(rows.length - SHOWN_ROWS, 'more', 'more')}</Text>
          )}
          <Flex gap="8px" marginTop="14px" justify="flex-end">
            <Action onClick={onClose}>Cancel</Action>
            <Action look="main" onClick={apply}>
              Size {countOf(rows.length, 'product')}
            </Action>
          </Flex>
        </>
      )}
    </Window>
  )
}
