export { Shell } from './Shell'
export { Mark } from './Mark'
export { ThemeSwitch } from './ThemeSwitch'
