export { printable, pt, wrapped } from './printable'
