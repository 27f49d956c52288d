import { chakra, Flex, Input, NativeSelect } from '@chakra-ui/react'
import type { Destination } from '@cloudbank/core/shoot'
import type { ShopLink } from '../../data'
import { attempt } from '../../notices'
import { Labelled } from '../../ui'
import { destinationName, keepShopLink, OWN_SHOP } from '../../work/live'
import { strings } from './strings'

interface Props {
  readonly destinations: readonly Destination[]
  readonly link: ShopLink
  /** The id of the placement whose pictures go. */
  readonly chosen: string
  readonly onChoose: (id: string) => void
}

/** Which shop, by whom, and which pictures. */
export function ShopPart({ destinations, link, chosen, onChoose }: Props) {
  const keep = (change: Partial<ShopLink>): void =>
    attempt(keepShopLink(change), strings.itCouldntBeSaved)
  const field = (name: 'address' | 'key' | 'by', width: string) => ({
    size: 'xs' as const,
    width,
    // What is written elsewhere meanwhile is shown.
    key: `${name} ${link[name]}`,
    defaultValue: link[name],
    onBlur: ({ target: { value } }: { target: { value: string } }) => {
      const kept = name === 'address' ? value.trim().replace(/\/+$/, '') : value.trim()
      if (kept !== link[name]) keep({ [name]: kept })
    },
  })
  const { key: ofAddress, ...address } = field('address', '210px')
  const { key: ofKey, ...secret } = field('key', '190px')
  const { key: ofName, ...by } = field('by', '130px')
  return (
    <Flex wrap="wrap" align="center" gap="10px 16px" marginBottom="14px">
      <Labelled words={strings.shopAt}>
        <Input key={ofAddress} {...address} />
      </Labelled>
      <Labelled words={strings.key}>
        <Input key={ofKey} type="password" autoComplete="off" {...secret} />
      </Labelled>
      <Labelled words={strings.signedBy}>
        <Input key={ofName} placeholder={strings.yourName} {...by} />
      </Labelled>
      <Labelled words={strings.files}>
        <NativeSelect.Root size="xs" width="220px">
          <NativeSelect.Field value={chosen} onChange={({ target: { value } }) => onChoose(value)}>
            {destinations.map((destination) => (
              <option key={destination.id} value={destination.id}>
                {destinationName(destination)}
              </option>
            ))}
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Labelled>
      {link.address === OWN_SHOP && (
        <>
          <Outside to={`${OWN_SHOP}/`}>{strings.openShop}</Outside>
          {link.key === '' && <Outside to={`${OWN_SHOP}/office`}>{strings.whereKeyIs}</Outside>}
        </>
      )}
    </Flex>
  )
}

const Outside = ({ to, children }: { to: string; children: string }) => (
  <chakra.a href={to} target="_blank" rel="noreferrer" textDecoration="underline">
    {children}
  </chakra.a>
)
