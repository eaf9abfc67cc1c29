export { bundleZip, readBundle, type BundleContents, type ReadBundle } from './bundle'
export { makeBundle } from './makeBundle'
