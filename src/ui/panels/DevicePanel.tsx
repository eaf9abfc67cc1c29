'use client'
import { useState } from 'react'
import { reverseMotor } from '@/core/joining'
import { isBoard, landed, referenceVolts, type DeviceId, type Part, type TerminalId, type WireId } from '@/core/plan'
import { formatNumber } from '@/core/quantity'
import { fittedRating } from '@/core/model'
import { FAMILIES, familiesFor, offeredRatings_A, type DeviceFamily } from '@/core/reference'
import { Button, Choice, CommitField, readNumber } from '@/ui/primitives'
import { endName, FigureButton, terminalLabel, useRoom } from '@/ui/room'
import { ComesOff } from './ComesOff'
import { CopyDevice } from './CopyDevice'
import { HeldContacts } from './HeldContacts'
import { LoadField } from './LoadField'
import { NewerPart } from './NewerPart'
import { OutletFields } from './OutletFields'
import { PlaceFields } from './PlaceFields'
import { ProgramList } from './ProgramList'
import { ReplaceDialog } from './ReplaceDialog'
import { ServesFields } from './ServesFields'

/** One device: its name, what it takes, what is fitted and set in it, what is joined to it. */
export function DevicePanel({ id }: { readonly id: DeviceId }) {
  const { plan, evaluation, edit, open } = useRoom()
  const [isReplacing, setReplacing] = useState(false)
  const device = plan.devices[id]!
  const part = plan.parts[device.part]!
  const supply = evaluation?.reckoning.supplies[id]
  const firstMessage = (problems: ReturnType<typeof edit>) => problems[0]?.message ?? null
  const settings = device.settings as Readonly<Record<string, string>>
  return (
    <section aria-labelledby="device-title" className="space-y-3">
      <div>
        <h2 id="device-title" className="figures text-[22px] font-bold">
          {device.tag}
        </h2>
        <p className="text-[14px] text-mute">{part.name}</p>
      </div>
      {device.part.startsWith('part:own-') ? <NewerPart id={device.part} /> : null}
      <div className="grid grid-cols-[84px_1fr] gap-2">
        <CommitField
          label="Tag"
          value={device.tag}
          onCommit={(text) =>
            /^[A-Za-z0-9][A-Za-z0-9+\-./]{0,15}$/.test(text.trim())
              ? firstMessage(
                  edit(`Tag ${device.tag} → ${text.trim()}`, {
                    type: 'updateDevice',
                    id,
                    changes: { tag: text.trim() },
                  }),
                )
              : 'letters and digits, such as PS1'
          }
        />
        <CommitField
          label="Name"
          value={device.name}
          onCommit={(text) =>
            text.trim()
              ? firstMessage(
                  edit(`Rename ${device.tag}`, {
                    type: 'updateDevice',
                    id,
                    changes: { name: text.trim().slice(0, 80) },
                  }),
                )
              : 'give it a name'
          }
        />
      </div>
      <Choice
        label="When it comes"
        value={device.comes}
        options={[
          { value: 'now', label: 'now' },
          { value: 'later', label: 'later, its place is kept' },
        ]}
        onChoose={(value) =>
          edit(`${device.tag} comes ${value}`, {
            type: 'updateDevice',
            id,
            changes: { comes: value as 'now' | 'later' },
          })
        }
      />
      <ServesFields id={id} device={device} part={part} />
      {isBoard(part) ? <ProgramList id={id} device={device} /> : null}
      {part.behaviour.kind === 'mains-inlet' ? <OutletFields id={id} device={device} /> : null}
      {supply ? (
        <dl className="grid grid-cols-2 gap-x-3 text-[14px]">
          <dt className="text-mute">Feeds</dt>
          <dd>
            <FigureButton figure={supply.demand} title={device.tag} subject="what it feeds, worst state" />
          </dd>
          <dt className="text-mute">Loaded</dt>
          <dd>
            <FigureButton figure={supply.loading} title={device.tag} subject="loading, derated" />
          </dd>
        </dl>
      ) : null}
      {part.draws.map((draw) => {
        const reckoned = evaluation?.reckoning.draws.find((each) => each.device === id && each.draw === draw.id)
        return (
          <div key={draw.id}>
            <LoadField device={id} entry={device} draw={draw} withKind />
            {reckoned && reckoned.most.value !== null ? (
              <p className="mt-0.5 text-[13px] text-mute">
                Draws up to{' '}
                <FigureButton figure={reckoned.most} title={device.tag} subject={`${draw.name}, greatest current`} />{' '}
                and gets{' '}
                <FigureButton
                  figure={reckoned.lowest}
                  title={device.tag}
                  subject={`${draw.name}, least voltage`}
                  significant={4}
                />{' '}
                at least.
              </p>
            ) : null}
          </div>
        )
      })}
      {part.behaviour.kind === 'supply' &&
        device.reserves.map((reserve, i) => (
          <div key={i} className="grid grid-cols-[1fr_96px] gap-2">
            <CommitField
              label="Room for"
              value={reserve.name}
              onCommit={(text) =>
                text.trim()
                  ? firstMessage(
                      edit(`Room for ${text.trim()}`, {
                        type: 'setReserve',
                        device: id,
                        at: i,
                        reserve: { ...reserve, name: text.trim().slice(0, 80) },
                      }),
                    )
                  : 'give it a name'
              }
            />
            <CommitField
              label="later"
              unit="W"
              numeric
              value={String(reserve.power_W)}
              onCommit={(text) => {
                const read = readNumber(text, 'The room')
                if ('error' in read) return read.error
                if (read.value < 0) return '0 or more'
                return firstMessage(
                  edit(`Room for ${reserve.name}: ${read.value} W`, {
                    type: 'setReserve',
                    device: id,
                    at: i,
                    reserve: { ...reserve, power_W: read.value },
                  }),
                )
              }}
            />
          </div>
        ))}
      <HeldContacts id={id} device={device} part={part} />
      <CopyDevice id={id} />
      {part.links.map((link) => {
        if (link.kind !== 'protective') return null
        const { family, rating_A, curve } = fittedRating(device, link)
        const reckoned = evaluation?.reckoning.protective.find(
          (candidate) => candidate.device === id && candidate.link === link.id,
        )
        return (
          <div key={link.id}>
            {rating_A !== null && familiesFor(link.family).length > 1 ? (
              <Choice
                label={`What sits in ${link.id}`}
                value={family}
                options={familiesFor(link.family).map((each) => ({ value: each, label: FAMILIES[each].name }))}
                onChoose={(value) =>
                  edit(`${device.tag} ${link.id}: ${FAMILIES[value as DeviceFamily].name}`, {
                    type: 'fitRating',
                    device: id,
                    link: link.id,
                    fitted: { family: value as DeviceFamily, rating_A, curve: null },
                  })
                }
              />
            ) : null}
            <Choice
              label={`${FAMILIES[family].kind === 'fuse' ? 'Fuse' : 'Breaker'} ${link.id}, ${FAMILIES[family].name}`}
              value={rating_A === null ? '' : String(rating_A)}
              options={[
                ...(rating_A === null ? [{ value: '', label: 'empty' }] : []),
                ...offeredRatings_A(family).map((rating) => ({
                  value: String(rating),
                  label: `${rating} A${rating === reckoned?.advised_A ? ', fits' : ''}`,
                })),
              ]}
              onChoose={(value) =>
                value &&
                edit(`${device.tag} ${link.id} to ${value} A`, {
                  type: 'fitRating',
                  device: id,
                  link: link.id,
                  fitted: { family, rating_A: Number(value), curve: curve ?? null },
                })
              }
            />
            {reckoned ? (
              <p className="text-[13px] text-mute">
                Carries{' '}
                <FigureButton figure={reckoned.worst} title={`${device.tag} ${link.id}`} subject="greatest current" />,{' '}
                {reckoned.advised_A ? (
                  <FigureButton
                    figure={{ value: reckoned.advised_A, unit: 'A', trace: reckoned.advice }}
                    title={`${device.tag} ${link.id}`}
                    subject="smallest rating for load and wires"
                  >{`${reckoned.advised_A} A would do`}</FigureButton>
                ) : (
                  'no rating fits'
                )}
                .
              </p>
            ) : null}
          </div>
        )
      })}
      {part.settings.map((setting) => (
        <Choice
          key={setting.id}
          label={`${setting.name}${setting.beforeMounting ? ', set before mounting' : ''}`}
          hint={potHint(setting, settings[setting.id] ?? setting.initial)}
          value={settings[setting.id] ?? setting.initial ?? ''}
          options={[
            ...((settings[setting.id] ?? setting.initial) ? [] : [{ value: '', label: 'not known' }]),
            ...setting.options.map((option) => ({ value: option, label: option })),
          ]}
          onChoose={(value) =>
            value &&
            edit(`${device.tag}: ${setting.name} ${value}`, {
              type: 'setSetting',
              device: id,
              setting: setting.id,
              value,
            })
          }
        />
      ))}
      {part.behaviour.kind === 'motor' ? <ReverseButton id={id} /> : null}
      <PlaceFields id={id} />
      <Choice
        label="Origin"
        value={device.origin}
        options={[
          { value: 'new', label: 'new' },
          { value: 'there', label: 'there already' },
          { value: 'remove', label: 'comes out' },
        ]}
        onChoose={(value) =>
          edit(`${device.tag}: ${value}`, { type: 'updateDevice', id, changes: { origin: value as 'new' } })
        }
      />
      <details>
        <summary className="font-semibold">Joined to it</summary>
        <ul className="mt-1 space-y-0.5 text-[14px]">
          {Object.entries(landed(plan).wires).flatMap(([wireId, wire]) =>
            (['from', 'to'] as const).flatMap((side) => {
              const end = wire[side]
              if (end.kind !== 'terminal' || end.device !== id) return []
              const other = wire[side === 'from' ? 'to' : 'from']
              return [
                <li key={wireId + side}>
                  {terminalLabel(plan, id, end.terminal as TerminalId)} to{' '}
                  <button
                    type="button"
                    className="underline decoration-hair underline-offset-2 hover:decoration-accent"
                    onClick={() => open({ kind: 'wire', id: wireId as WireId })}
                  >
                    {endName(plan, other)} ({wire.label})
                  </button>
                </li>,
              ]
            }),
          )}
        </ul>
      </details>
      <ComesOff id={id} />
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => setReplacing(true)}>Replace by another part</Button>
        <Button
          look="danger"
          onClick={() => {
            open(null)
            edit(`Remove ${device.tag}`, { type: 'removeDevice', id })
          }}
        >
          Remove with its wires
        </Button>
      </div>
      {isReplacing ? <ReplaceDialog id={id} onClose={() => setReplacing(false)} /> : null}
    </section>
  )
}

/** What to read while a current pot is turned, by the part's formula. */
function potHint(setting: Part['settings'][number], option: string | null): string | undefined {
  const volt = option === null ? null : referenceVolts(setting, option)
  return volt === null ? undefined : `${formatNumber(volt)} V from the pot’s wiper to ground`
}

/** Exchanges one winding's leads at a motor, on purpose. */
function ReverseButton({ id }: { readonly id: DeviceId }) {
  const { plan, edit } = useRoom()
  const commands = reverseMotor(plan, id)
  return commands === null ? null : (
    <Button onClick={() => edit(`${plan.devices[id]!.tag} turns the other way`, ...commands)}>
      Reverse it: exchange one winding’s leads
    </Button>
  )
}
