export { PhotoPicker, Photos, useSnapshotOutbox } from './PhotoStrip'
export { useStopwatch } from './stopwatch'
export { WherePicture } from './WherePicture'
export { duration, moment } from './words'
