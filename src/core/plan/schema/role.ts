import * as z from 'zod'
import { EVIDENCE, ROLE_KINDS } from '../roles/kinds'
import { name, text, unknown } from './fields'
import { roleId } from './ids'

/** A named function of the machine: "axis X", "nozzle heat". Devices and ports serve it. */
export const role = z.strictObject({
  name: name(),
  kind: z.enum(ROLE_KINDS),
})
export type Role = z.output<typeof role>

/** That a device, or a port of it, serves a role, and from where that is known. */
export const serving = z.strictObject({
  role: roleId,
  /** The block, or the terminal that stands in none, by its print; null for the device as a whole. */
  at: unknown(text(60)),
  from: z.enum(EVIDENCE),
})
export type Serving = z.output<typeof serving>
