export { above0, figure, notNegative, optionalFigure, optionalWords } from './figure'
export { Typed } from './Typed'
export { useFilled } from './useFilled'
