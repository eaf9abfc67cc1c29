export { MOST_PHOTO_BYTES, PHOTO_TYPES, readPicture, type PhotoType, type ReadPicture } from './readPicture'
