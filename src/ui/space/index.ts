export { SpacePicture } from './SpacePicture'
