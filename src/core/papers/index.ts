export { endText, labelsOf, legendStrips, wireLabel, type Label, type LabelKind, type LegendStrip } from './labels'
