import { pathToFileURL } from 'node:url'
import { ensureBundled } from './bundle.mjs'

await import(pathToFileURL(await ensureBundled()).href)
