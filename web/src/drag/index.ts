export { useDragShots, useDropShots } from './dragShots'
