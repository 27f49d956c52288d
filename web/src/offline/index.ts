export { keepOffline } from './keepOffline'
