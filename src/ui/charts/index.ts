export { DeratingChart } from './DeratingChart'
export { PixelChart } from './PixelChart'
export { TimeCurrentChart, type TimeCurrentSubject } from './TimeCurrentChart'
export { DayChart } from './DayChart'
