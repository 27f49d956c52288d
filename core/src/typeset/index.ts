export { FONT_FAMILIES, FONT_FILES, filesFor, type FontFamily, type FontFile } from './fonts'
export {
  FontError,
  type Drawn,
  type DrawnGroup,
  type Ink,
  type SetText,
  type TextBlock,
  type TextFace,
  type TextSpan,
  type Typesetter,
} from './typesetter'
