import { Box, Flex, Text } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import type { LiveStep } from '@cloudbank/core/live'
import { usePictureUrl, type LivePicture, type ShopLink } from '../../data'
import { liveFile } from '../../work/live'
import { strings } from './strings'

/** One product that would change: its cover in the shop, and the one that would take its place. */
export function StepRow({ step, link }: { step: LiveStep<LivePicture>; link: ShopLink }) {
  const { kind, product, next, before } = step
  const title = next?.title ?? before?.title ?? ''
  const now = next?.pictures.length ?? 0
  return (
    <Flex
      align="center"
      gap="14px"
      paddingY="6px"
      borderTopWidth="1px"
      borderColor="hairline"
      data-live={product}
    >
      <Text width="90px" fontWeight="650">
        {strings.kind[kind]}
      </Text>
      <LiveCover hash={before?.pictures[0]?.hash ?? null} link={link} />
      <Text color="softInk">→</Text>
      <NextCover picture={next?.pictures[0] ?? null} />
      <Box flex="1" minWidth="0">
        <Text truncate>{title}</Text>
        <Text fontSize="12px" color="softInk" fontFamily="mono">
          {product}
        </Text>
      </Box>
      <Text fontSize="13px" whiteSpace="nowrap">
        {before && next
          ? strings.picturesBefore(before.pictures.length, now)
          : strings.pictures(next ? now : (before?.pictures.length ?? 0))}
      </Text>
    </Flex>
  )
}

function NextCover({ picture }: { picture: LivePicture | null }) {
  const hash = picture && (picture.from?.fileHash ?? picture.hash)
  const url = usePictureUrl(hash === null ? null : { table: 'contents', hash })
  return <Cover url={url} alt={picture?.alt ?? ''} />
}

/** A cover that is live now, brought from the shop. */
function LiveCover({ hash, link }: { hash: string | null; link: ShopLink }) {
  const [url, setUrl] = useState<string>()
  const { address, key } = link
  useEffect(() => {
    setUrl(undefined)
    if (hash === null) return
    const control = new AbortController()
    let made: string | undefined
    liveFile({ address, key }, hash, control.signal).then(
      (blob) => {
        if (!control.signal.aborted) setUrl((made = URL.createObjectURL(blob)))
      },
      // Its place stays empty; what is wrong with the shop is said where it is asked what is live.
      () => undefined,
    )
    return () => {
      control.abort()
      if (made) URL.revokeObjectURL(made)
    }
  }, [hash, address, key])
  return <Cover url={url} alt="" />
}

const Cover = ({ url, alt }: { url: string | undefined; alt: string }) => (
  <Flex
    width="52px"
    height="52px"
    flex="none"
    align="center"
    justify="center"
    background="wall"
    fontSize="11px"
    color="softInk"
  >
    {url ? (
      <img src={url} alt={alt} style={{ maxWidth: '100%', maxHeight: '100%' }} />
    ) : (
      strings.nothing
    )}
  </Flex>
)
