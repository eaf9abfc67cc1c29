export { planFileText, readPlanFile, RECORD_FORMAT, type ReadPlanFile } from './planFile'
