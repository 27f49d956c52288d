export { AssetMissingError } from './assetMissing'
export { namedHashes } from './namedHashes'
