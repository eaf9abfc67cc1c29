/** Parts whose contact is there to keep something off, whatever else is on. */
export const KEEPS_OFF: ReadonlySet<string> = new Set(['emergency-stop', 'thermal-cut-out', 'thermostat'])
