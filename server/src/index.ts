export { createApp, type AppFolders } from './app'
export { listen, PortTakenError } from './listen'
