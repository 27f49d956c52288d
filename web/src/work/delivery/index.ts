export { cameBack, recordDelivery, setVerdict, weightOf } from './deliveries'
export { download, downloadJson } from './download'
export { folderSink, packAgain, packDelivery, zipSink, type Sink } from './packDelivery'
export { leavingFile } from './leavingFile'
