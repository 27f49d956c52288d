import { chakra } from '@chakra-ui/react'

/** The one mark in colour: this needs you. */
export const Attention = chakra('span', {
  base: {
    display: 'inline-block',
    flex: 'none',
    width: '10px',
    height: '4px',
    background: 'amber',
    boxShadow: 'var(--amber-rim)',
  },
})
