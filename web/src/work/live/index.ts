export {
  continueLive,
  holdLive,
  OWN_SHOP,
  putLive,
  shopOf,
  takeBack,
  useLiveReport,
} from './goLives'
export { planGoLive, type GoLivePlan, type LiveChoice } from './planGoLive'
