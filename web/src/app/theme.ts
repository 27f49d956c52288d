import { createSystem, defineConfig } from '@chakra-ui/react'
import { defaultBaseConfig } from '@chakra-ui/react/preset-base'
import {
  defaultThemeConfig,
  recipes,
  semanticTokens,
  slotRecipes,
  tokens,
} from '@chakra-ui/react/theme'

/**
 * Grey on purpose: every colour of the interface is an exact neutral, at three levels of sky. The one
 * exception, amber, means “this needs you” and appears in small marks only.
 */
const levels = (day: string, dusk: string, night: string) => ({
  value: { base: day, _dusk: dusk, _night: night },
})

const { black, white, transparent, current, blackAlpha, whiteAlpha } = tokens.colors
const { checkmark, heading, input, textarea } = recipes
const { checkbox, dialog, menu, nativeSelect, popover, switch: toggle, table } = slotRecipes

/** Of the library's theme no more than is used: every token and recipe costs time at the start. */
const base = defineConfig({
  ...defaultThemeConfig,
  theme: {
    ...defaultThemeConfig.theme,
    tokens: {
      ...tokens,
      colors: { black, white, transparent, current, blackAlpha, whiteAlpha },
    },
    semanticTokens: { shadows: semanticTokens.shadows, radii: semanticTokens.radii },
    recipes: { checkmark, heading, input, textarea },
    slotRecipes: { checkbox, dialog, menu, nativeSelect, popover, switch: toggle, table },
  },
})

const config = defineConfig({
  conditions: {
    dusk: 'html[data-sky=dusk] &',
    night: 'html[data-sky=night] &',
  },
  globalCss: {
    'html, body, #root': { height: '100%' },
    // Zoomed in, the screen is scrolled rather than cut off.
    '#root': { minWidth: '1000px', minHeight: '560px' },
    html: { '--amber-rim': 'none', '&[data-sky=dusk]': { '--amber-rim': '0 0 0 1px #000000' } },
    'input[type=checkbox]': { accentColor: 'var(--chakra-colors-ink)' },
    body: {
      background: 'sky',
      color: 'ink',
      fontFamily: 'body',
      fontSize: '13px',
      lineHeight: '1.4',
      overflow: 'auto',
    },
    '*': {
      scrollbarColor: '{colors.faint} transparent',
      scrollbarWidth: 'thin',
      '@media (prefers-reduced-motion: reduce)': {
        animation: 'none !important',
        transition: 'none !important',
      },
    },
    '*:focus-visible': { outline: '2px solid {colors.ink}', outlineOffset: '2px' },
    '::selection': { background: 'ink', color: 'paper' },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Bricolage Grotesque Variable', sans-serif" },
        body: { value: "'Hanken Grotesk Variable', sans-serif" },
        mono: { value: "'Spline Sans Mono Variable', monospace" },
      },
    },
    semanticTokens: {
      colors: {
        sky: levels('#EDEDED', '#7A7A7A', '#1C1C1C'),
        paper: levels('#F7F7F7', '#8C8C8C', '#242424'),
        mat: levels('#DADADA', '#6E6E6E', '#2B2B2B'),
        ink: levels('#1A1A1A', '#000000', '#F0F0F0'),
        softInk: levels('#5E5E5E', '#0C0C0C', '#B0B0B0'),
        faint: levels('#9B9B9B', '#545454', '#7C7C7C'),
        hairline: levels('#CFCFCF', '#6A6A6A', '#3C3C3C'),
        // What has to be seen to be used: borders of fields, tracks, empty marks. 3:1 on paper and sky.
        edge: levels('#848484', '#303030', '#757575'),
        // 3:1 on paper and sky by day and at night; at dusk no amber has that, and marks have a rim of ink.
        amber: levels('#C27406', '#E9A23B', '#E9A23B'),
        // Chakra's own names, so that its parts are neutral as well.
        bg: {
          DEFAULT: { value: '{colors.paper}' },
          subtle: { value: '{colors.sky}' },
          muted: { value: '{colors.sky}' },
          emphasized: { value: '{colors.mat}' },
          panel: { value: '{colors.paper}' },
          inverted: { value: '{colors.ink}' },
        },
        fg: {
          DEFAULT: { value: '{colors.ink}' },
          muted: { value: '{colors.softInk}' },
          subtle: { value: '{colors.softInk}' },
          inverted: { value: '{colors.paper}' },
          error: { value: '{colors.ink}' },
        },
        border: {
          DEFAULT: { value: '{colors.edge}' },
          muted: { value: '{colors.hairline}' },
          subtle: { value: '{colors.hairline}' },
          emphasized: { value: '{colors.edge}' },
          error: { value: '{colors.ink}' },
        },
        gray: {
          contrast: { value: '{colors.paper}' },
          fg: { value: '{colors.ink}' },
          subtle: { value: '{colors.mat}' },
          muted: { value: '{colors.mat}' },
          emphasized: { value: '{colors.edge}' },
          solid: { value: '{colors.ink}' },
          focusRing: { value: '{colors.ink}' },
          border: { value: '{colors.edge}' },
        },
      },
    },
  },
})

export const system = createSystem(defaultBaseConfig, base, config)
