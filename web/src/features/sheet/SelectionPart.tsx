import { Box, Flex, Text } from '@chakra-ui/react'
import { CUT_OUT_FORMATS, type CutOutFormat } from '@cloudbank/core/cutOut'
import { countOf } from '@cloudbank/core/words'
import type { ShootView } from '../../data'
import { Action, Choose } from '../../ui'
import type { SheetModel } from './useSheetModel'

const SAVED_AS = Object.entries(CUT_OUT_FORMATS).map(([id, { word }]) => ({
  id: id as CutOutFormat, // its keys are the formats
  words: word,
}))

/** What can be done with the shots that are selected. */
export function SelectionPart({ view, model }: { view: ShootView; model: SheetModel }) {
  const { selected, clear, even, removeSelected, assign, saveCutOuts } = model
  if (selected.length === 0) return null
  return (
    <Box paddingBottom="12px" marginBottom="14px" borderBottomWidth="1px" borderColor="hairline">
      <Text fontWeight="700" fontSize="15px" marginBottom="4px">
        {countOf(selected.length, 'shot')} selected
      </Text>
      <Flex gap="2px" marginLeft="-6px" wrap="wrap">
        <Action look="quiet" onClick={clear}>
          Clear
        </Action>
        <Action look="quiet" disabled={selected.length < 2} onClick={() => even(selected)}>
          Even out
        </Action>
        <Action look="quiet" onClick={removeSelected}>
          Remove
        </Action>
      </Flex>
      <Flex gap="2px" direction="column" marginLeft="-6px">
        {view.products.size > 0 && (
          <Choose
            words="To product"
            options={[...view.products.values()].map(({ sku, name }) => ({
              id: sku,
              words: `${sku} ${name}`,
            }))}
            onChoose={(sku) => assign(selected, sku)}
          />
        )}
        <Choose words="Save cut-outs" options={SAVED_AS} onChoose={saveCutOuts} />
      </Flex>
    </Box>
  )
}
