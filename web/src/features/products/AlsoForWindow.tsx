import { chakra, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Product, ShootView, Shot } from '../../data'
import { attempt } from '../../notices'
import { Action, Window } from '../../ui'
import { alsoFor } from '../../work/products'
import { strings } from './strings'

interface Props {
  readonly view: ShootView
  /** The picture that is to stand for others, too; null while the window is closed. */
  readonly shot: Shot | null
  readonly onClose: () => void
}

/** Lets one picture stand for other products as well: all sizes, or all colours that look the same from there. */
export function AlsoForWindow({ view, shot, onClose }: Props) {
  return (
    <Window
      title={strings.whichProductsDoesOfAlso(
        shot?.angle ?? shot?.fileName ?? 'it',
        shot?.sku ?? '',
      )}
      open={shot !== null}
      onClose={onClose}
    >
      {shot && <Choices key={shot.id} view={view} shot={shot} onClose={onClose} />}
    </Window>
  )
}

function Choices({ view, shot, onClose }: Props & { readonly shot: Shot }) {
  const [skus, setSkus] = useState<ReadonlySet<string>>(new Set(shot.alsoFor))
  const products = nearestFirst(view, shot)
  const toggle = (sku: string): void =>
    setSkus((before) =>
      before.has(sku)
        ? new Set([...before].filter((one) => one !== sku))
        : new Set([...before, sku]),
    )
  const keep = (): void => {
    attempt(alsoFor(shot, [...skus]), strings.itCouldntBeSaved)
    onClose()
  }
  return (
    <>
      <Flex direction="column" maxHeight="320px" overflowY="auto" marginBottom="12px">
        {products.map(({ sku, name, colour, variant }) => (
          <chakra.label key={sku} display="flex" gap="8px" fontSize="13px" lineHeight="24px">
            <input type="checkbox" checked={skus.has(sku)} onChange={() => toggle(sku)} />
            <Text fontFamily="mono" fontWeight="600">
              {sku}
            </Text>
            <Text truncate>{[name, colour, variant].filter((text) => text !== '').join(', ')}</Text>
          </chakra.label>
        ))}
        {products.length === 0 && <Text>{strings.thereAreNoOtherProducts}</Text>}
      </Flex>
      <Flex gap="8px" justify="flex-end">
        <Action onClick={onClose}>{strings.cancel}</Action>
        <Action look="main" onClick={keep}>
          {skus.size === 0 ? strings.onlyItsOwn : strings.for(skus.size)}
        </Action>
      </Flex>
    </>
  )
}

/** The other products, those of the same name first: they are most likely variants of it. */
function nearestFirst({ products }: ShootView, { sku }: Shot): readonly Product[] {
  const own = products.get(sku ?? '')
  const others = [...products.values()].filter((product) => product.sku !== sku)
  return others.sort(
    (a, b) =>
      Number(b.name === own?.name) - Number(a.name === own?.name) || a.sku.localeCompare(b.sku),
  )
}
