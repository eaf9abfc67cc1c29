export { MOST_PHOTO_BYTES, MOST_SIDE, readPicture, type ReadPicture } from './readPicture'
export { PHOTO_TYPES, type PhotoType } from './types'
