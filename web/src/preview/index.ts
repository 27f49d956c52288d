export { LightCanvas, NO_MARKS } from './LightCanvas'
export { sharedPreviewer } from './previewer'
export { useOpenPicture, type OpenPicture } from './useOpenPicture'
