export { attempt, followUnhandled } from './attempt'
export { describeError, isNoRoom, NO_ROOM } from './describeError'
export { useNotices, type Notice } from './notices'
