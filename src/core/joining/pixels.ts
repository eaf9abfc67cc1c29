import type { Draft } from './draft'
import { freePins } from './pins'

/** Data of pixel strings. */
export function proposePixels(draft: Draft): void {
  draft.begin(
    'pixels',
    'Data to the pixel strings',
    'Each string from a pin of its own, with the controller’s ground as its return.',
  )
  for (const { id, part } of draft.devices) {
    if (part.behaviour.kind !== 'pixel-string' || !draft.isWanted(id)) continue
    const data = draft.ports(id).find((port) => draft.terminal(port).function === 'data')
    if (!data || draft.isWired(data)) continue
    const pin = freePins(draft)[0]
    if (!pin) {
      draft.left.push(`${draft.tag(id)}: no pin is left for its data`)
      continue
    }
    draft.join(pin.port, data, 'signal', `data from ${draft.name(pin.port)}`)
  }
}
