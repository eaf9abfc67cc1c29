export { spotsOf, withoutCollision, type Spot } from './outline'
