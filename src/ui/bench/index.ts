export { PhotoPicker, Photos, useSnapshotOutbox } from './PhotoStrip'
export { useStopwatch } from './stopwatch'
export { WherePicture } from './WherePicture'
export { duration, expectation, moment } from './words'
