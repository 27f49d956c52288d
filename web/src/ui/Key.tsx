import { chakra } from '@chakra-ui/react'

/** A key, as on a keyboard. */
export const Key = chakra('kbd', {
  base: {
    display: 'inline-block',
    minWidth: '18px',
    paddingX: '4px',
    textAlign: 'center',
    fontFamily: 'mono',
    fontSize: '12px',
    lineHeight: '16px',
    // On a dark button it is as light as the words.
    color: 'inherit',
    borderWidth: '1px',
    borderColor: 'color-mix(in srgb, currentColor 30%, transparent)',
    borderRadius: '3px',
  },
})
