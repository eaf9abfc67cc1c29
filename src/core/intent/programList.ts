import {
  areAlike,
  asLabel,
  facetsOf,
  saysWhich,
  type Command,
  type Device,
  type DeviceId,
  type Plan,
  type RoleId,
  type RoleKind,
} from '@/core/plan'
import { portOf } from './place'

/** A line of what a program is set to: "x_step: AXIS 1", "x microsteps: 16". */
export interface ProgramLine {
  readonly key: string
  readonly value: string
}

/** Words of a key that say what it is about; common names of settings. */
const KEY_KINDS: readonly (readonly [RegExp, RoleKind])[] = [
  [/heat|therm|temp|hotend|bed/, 'heat'],
  [/fan|blow/, 'air'],
  [/pump|valve|flow/, 'flow'],
  [/led|light|lamp|pixel|strip/, 'light'],
  [/spindle|laser|tool/, 'tool'],
  [/step|pulse|dir|enable|motor|drive|axis|limit|end_?stop|min|max|home|extrud/, 'axis'],
]

export const kindOfKey = (key: string): RoleKind | null =>
  KEY_KINDS.find(([words]) => words.test(key.toLowerCase()))?.[1] ?? null

/** Lines as a person pastes them; what is no `key: value` is given back with its number. */
export function parseProgram(text: string): {
  readonly lines: readonly ProgramLine[]
  readonly bad: readonly string[]
} {
  const lines: ProgramLine[] = []
  const bad: string[] = []
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = raw.replace(/#.*$/, '').trim()
    if (line === '' || /^\[.*\]$/.test(line)) return
    const found = /^([^:=]{1,80})[:=](.{1,120})$/.exec(line)
    const [key, value] = [found?.[1]?.trim() ?? '', found?.[2]?.trim() ?? '']
    if (key === '' || value === '') bad.push(`line ${i + 1}, “${line.slice(0, 40)}”, is no “key: value”`)
    else lines.push({ key, value })
  })
  return { lines, bad }
}

/** The port of a board that a value names, by its print: "AXIS 1", "HB", "P1.2". */
export function portNamed(plan: Plan, board: DeviceId, value: string): string | null {
  const part = plan.parts[plan.devices[board]!.part]!
  const wanted = asLabel(value.replace(/^[!^~]+/, ''))
  for (const [id, { block, label }] of Object.entries(part.terminals))
    if ([block, label, `${block ?? ''} ${label}`].some((print) => print !== null && asLabel(print) === wanted))
      return portOf(part, id as never)
  return null
}

export interface Taken {
  readonly commands: readonly Command[]
  /** What each line now says, and what could not be read, in words. */
  readonly served: readonly { readonly port: string; readonly role: string }[]
  readonly left: readonly string[]
}

/** What a program's list says of a board's ports, as an edit: its lines are kept, and each port that one names serves its role. */
export function takeProgram(plan: Plan, board: DeviceId, lines: readonly ProgramLine[]): Taken {
  const commands: Command[] = [{ type: 'updateDevice', id: board, changes: { program: [...lines] } }]
  const served: { port: string; role: string }[] = []
  const left: string[] = []
  const roles = new Map(
    (Object.entries(plan.roles) as [RoleId, Plan['roles'][RoleId]][]).map(([id, role]) => [id, role!]),
  )
  for (const { key, value } of lines) {
    const port = portNamed(plan, board, value)
    if (port === null) continue
    const kind = kindOfKey(key)
    const facets = facetsOf(key.replaceAll(/[_.]/g, ' '), kind)
    if (kind === null || !saysWhich(facets)) {
      left.push(
        `“${key}: ${value}”: which of the machine’s functions is meant? Name its axis or thing, as in “x_step” or “heater_bed”`,
      )
      continue
    }
    const alike = [...roles].filter(
      ([, role]) => role.kind === kind && areAlike(facetsOf(role.name, kind), facets, true),
    )
    if (alike.length > 1) {
      left.push(`“${key}: ${value}” may mean ${alike.map(([, { name }]) => name).join(' or ')}`)
      continue
    }
    let [id] = alike[0] ?? []
    if (id === undefined) {
      const name =
        kind === 'axis' && facets.axis.size === 1 ? `Axis ${[...facets.axis][0]!.toUpperCase()}` : key.slice(0, 80)
      id = `role:p-${asLabel(name)
        .slice(0, 40)
        .replace(/[^a-z0-9]/gi, '-')
        .toLowerCase()}` as RoleId
      roles.set(id, { name, kind })
      commands.push({ type: 'putRole', id, role: { name, kind } })
    }
    commands.push({ type: 'serveRole', device: board, at: port, role: id, from: 'pin-list' })
    served.push({ port, role: roles.get(id)!.name })
  }
  return { commands, served, left }
}

/** A setting of a device that a line of a program speaks of. */
export interface SettingLine {
  readonly board: DeviceId
  readonly line: ProgramLine
  readonly device: DeviceId
  readonly setting: string
  readonly name: string
  readonly actual: string | null
  readonly agrees: boolean
}

const words = (text: string) => new Set(text.toLowerCase().match(/[a-z]{3,}/g) ?? [])
const lastNumber = (text: string) =>
  text
    .replace(',', '.')
    .match(/\d+(?:\.\d+)?/g)
    ?.at(-1) ?? null

/** Settings of devices that a program's lines name by the function that they serve and by the setting's own name. */
export function settingLines(plan: Plan): readonly SettingLine[] {
  return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(([board, { program }]) =>
    program.flatMap((line): SettingLine[] => {
      if (portNamed(plan, board, line.value) !== null) return []
      const said = words(line.key.replaceAll('_', ' '))
      return (Object.entries(plan.devices) as [DeviceId, Device][]).flatMap(
        ([device, { part, settings, serves }]): SettingLine[] => {
          const own = plan.parts[part]!
          const role = serves.find(({ at }) => at === null)?.role
          const isMeant =
            device === board ||
            (role !== undefined &&
              areAlike(
                facetsOf(plan.roles[role]!.name, plan.roles[role]!.kind),
                facetsOf(line.key.replaceAll('_', ' '), plan.roles[role]!.kind),
                true,
              ))
          if (!isMeant) return []
          return own.settings.flatMap((setting): SettingLine[] => {
            if (![...words(setting.name)].some((word) => [...said].some((each) => sameStem(each, word)))) return []
            const actual = (settings as Readonly<Record<string, string>>)[setting.id] ?? setting.initial
            const [want, is] = [lastNumber(line.value), actual === null ? null : lastNumber(actual)]
            if (want === null || is === null) return []
            return [
              {
                board,
                line,
                device,
                setting: setting.id,
                name: setting.name,
                actual,
                agrees: Number(want) === Number(is),
              },
            ]
          })
        },
      )
    }),
  )
}

/** "Microsteps", "microstep", "microstepping". */
const sameStem = (one: string, other: string) => {
  const length = Math.min(one.length, other.length, 9)
  return length >= 5 ? one.slice(0, length) === other.slice(0, length) : one === other
}
