export { OutletsPage } from './OutletsPage'
export { OwnOutletPage, ShootOutletPage } from './OutletPage'
