export { shopInFolder, type Shop } from './shopInFolder'
