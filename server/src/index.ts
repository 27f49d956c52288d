export { hostsInFile, type HostStore } from './fetching'
export { createApp, type AppFolders, type AppServices } from './app'
export { scenesOnThreads } from './scenes'
export { listen, PortTakenError } from './listen'
