export { LightCanvas, NO_MARKS } from './LightCanvas'
export { LitPreview } from './LitPreview'
export { sharedPreviewer } from './previewer'
export { useOpenPicture, type OpenPicture } from './useOpenPicture'
