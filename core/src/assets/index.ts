export { AssetMissingError } from './assetMissing'
