export { commissioningRecord, RECORD_FORMAT, type CommissioningRecord, type RecordLine } from './record'
