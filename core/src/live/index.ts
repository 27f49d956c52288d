export {
  countLive,
  isSameListing,
  planLive,
  type Listing,
  type LiveCounts,
  type LiveStep,
} from './planLive'
export { ShopListing, ShopPicture, ShopProduct, ShopRefusal } from './shop'
