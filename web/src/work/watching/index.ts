export {
  canWatchFolders,
  chooseWatchedFolder,
  followFolders,
  goOnWatching,
  stopWatching,
  useWatchedFolder,
} from './watching'
