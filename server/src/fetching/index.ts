export { createFetchService, type Fetching } from './fetchService'
export { hostsInFile, type HostStore } from './hostStore'
