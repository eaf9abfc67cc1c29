import type { DeviceId } from './schema/ids'
import type { Plan } from './schema/plan'
import { isClosedAtRest, moverOf } from './actuators'
import { landingOf } from './landingOf'

/** The setting by which a person says how the contact of an end stop answers, where its part has no contact of its own. */
export const CONTACT_SETTING = 'contact'
export const CONTACT_OPTIONS = ['opens when worked', 'closes when worked'] as const
export type WorkedContact = (typeof CONTACT_OPTIONS)[number]

/** What a switch, a button or an end stop does on its leads when it is worked; null where nobody said. */
export function workedContact(plan: Plan, id: DeviceId): WorkedContact | null {
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  const said = (device.settings as Readonly<Record<string, string>>)[CONTACT_SETTING]
  const chosen = part.settings.some((setting) => setting.id === CONTACT_SETTING)
    ? CONTACT_OPTIONS.find((option) => option === said)
    : undefined
  if (chosen) return chosen
  const wired = new Set<string>(
    Object.values(plan.wires).flatMap((wire) =>
      [wire!.from, wire!.to].flatMap((end) => {
        const at = wire!.origin === 'remove' ? null : landingOf(plan, end)
        return at?.device === id ? [at.terminal] : []
      }),
    ),
  )
  const used = part.links.filter(
    (link) => link.kind === 'contact' && moverOf(part, link).by === 'hand' && wired.has(link.a) && wired.has(link.b),
  )
  const atRest = new Set(used.map((link) => link.kind === 'contact' && isClosedAtRest(part, link)))
  // With a contact of either kind on it the leads say which is which, and no one word does.
  return atRest.size === 1 ? (atRest.has(true) ? CONTACT_OPTIONS[0] : CONTACT_OPTIONS[1]) : null
}
