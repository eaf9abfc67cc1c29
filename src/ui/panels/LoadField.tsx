'use client'
import type { Device, DeviceId, Draw, Load } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { drawAmount } from '@/core/model'
import { motorSupplyPower } from '@/core/supply'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { FigureButton, useDesk } from '@/ui/room'

type Kind = 'power_W' | 'current_A' | 'motor'

const KINDS: readonly { readonly value: Kind; readonly label: string }[] = [
  { value: 'power_W', label: 'by watts' },
  { value: 'current_A', label: 'by amperes' },
  { value: 'motor', label: 'by the motor it drives' },
]

/** What a load takes: by watts, by amperes, or by what is printed on the motor behind it. */
export function LoadField({
  device,
  entry,
  draw,
  hideLabel,
  withKind,
}: {
  readonly device: DeviceId
  readonly entry: Device
  readonly draw: Draw
  readonly hideLabel?: boolean
  readonly withKind?: boolean
}) {
  const { edit } = useDesk()
  const { tag } = entry
  const own = (entry.loads as Readonly<Record<string, Load>>)[draw.id]
  const { power_W, current_A } = drawAmount(entry, draw)
  const kind: Kind = own && 'motor' in own ? 'motor' : current_A !== null ? 'current_A' : 'power_W'
  const set = (label: string, load: Load | null) =>
    edit(`${tag} ${draw.name}: ${label}`, { type: 'setLoad', device, draw: draw.id, load })[0]?.message ?? null
  const watts = power_W ?? (current_A ?? 0) * draw.nominal_V
  const choose = (next: Kind) => {
    if (next === kind) return
    if (next === 'power_W') set(`${formatNumber(watts)} W`, { power_W: Number(watts.toPrecision(4)) })
    else if (next === 'current_A')
      set(`${formatNumber(watts / draw.nominal_V)} A`, { current_A: Number((watts / draw.nominal_V).toPrecision(4)) })
    else set('by its motor', { motor: { phase_A: 2, phase_ohm: 1, mechanical_W: Number((watts / 2).toPrecision(3)) } })
  }
  const chooser = withKind ? (
    <Choice
      label={`${draw.name}, at ${draw.nominal_V} V, known`}
      value={kind}
      options={KINDS}
      onChoose={(value) => choose(value as Kind)}
    />
  ) : null
  if (own && 'motor' in own) {
    const { motor } = own
    const answer = motorSupplyPower(motor)
    const figure = (
      <FigureButton
        figure={{ value: answer.power_W, unit: 'W', trace: answer.trace }}
        title={tag}
        subject={`${draw.name}, from the supply`}
      />
    )
    if (!withKind) return <span className="flex justify-end gap-1 pr-5 text-[14px]">{figure}</span>
    const field = (label: string, unit: string, key: keyof typeof motor) => (
      <CommitField
        label={label}
        unit={unit}
        numeric
        value={String(motor[key])}
        onCommit={(text) => {
          const read = readNumber(text, label)
          if ('error' in read) return read.error
          if (read.value < 0 || (key === 'phase_A' && read.value === 0))
            return `${label} must be ${key === 'phase_A' ? 'above 0' : '0 or more'} ${unit}`
          return set(`${label.toLowerCase()} ${read.value} ${unit}`, { motor: { ...motor, [key]: read.value } })
        }}
      />
    )
    return (
      <div className="space-y-1.5">
        {chooser}
        <div className="grid grid-cols-3 gap-2">
          {field('Phase', 'A', 'phase_A')}
          {field('Winding', 'Ω', 'phase_ohm')}
          {field('At the shaft', 'W', 'mechanical_W')}
        </div>
        <p className="text-[13px] text-mute">Takes {figure} from its supply, not the phase current.</p>
      </div>
    )
  }
  const inAmps = kind === 'current_A'
  const field = (
    <CommitField
      hideLabel={hideLabel || withKind}
      numeric
      label={`${tag} ${draw.name}, ${inAmps ? 'ampere' : 'watt'}`}
      unit={inAmps ? 'A' : 'W'}
      value={String(inAmps ? current_A : power_W)}
      onCommit={(text) => {
        if (text.trim() === '') return own ? set('as the part says', null) : 'this is what the part says; type another'
        const read = readNumber(text, 'The load')
        if ('error' in read) return read.error
        if (read.value < 0) return 'A load takes 0 or more; what feeds others is a supply, under Feed'
        return set(
          `${formatNumber(read.value)} ${inAmps ? 'A' : 'W'}`,
          inAmps ? { current_A: read.value } : { power_W: read.value },
        )
      }}
    />
  )
  return withKind ? (
    <div>
      <div className="grid grid-cols-[1fr_110px] items-end gap-2">
        {chooser}
        {field}
      </div>
      {own ? <p className="mt-0.5 text-[13px] text-mute">Emptied, it takes what the part says.</p> : null}
    </div>
  ) : (
    field
  )
}
