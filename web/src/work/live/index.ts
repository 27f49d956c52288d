export {
  continueLive,
  holdLive,
  keepShopLink,
  OWN_SHOP,
  putLive,
  liveFile,
  portFor,
  shopLink,
  stopLive,
  takeBack,
  useLiveReport,
} from './goLives'
export { destinationName, planGoLive, type GoLivePlan } from './planGoLive'
