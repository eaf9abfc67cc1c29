import { RESIDUAL_TYPES, type Device, type DeviceId, type Site } from '@/core/plan'
import { Choice, CommitField, readNumber } from '@/ui/primitives'
import { useRoom } from '@/ui/room'

const PLUGS: Readonly<Record<Site['plug']['kind'], string>> = {
  polarised: 'plug that goes in one way',
  reversible: 'plug that goes in either way',
  fixed: 'wired in for good',
}
const RESIDUALS = ['none', '5', '10', '30', '100', '300'] as const

/** Where the cord of an inlet goes: to the site's outlet, or to one on another circuit with a breaker and guard of its own. */
export function OutletFields({ id, device }: { readonly id: DeviceId; readonly device: Device }) {
  const { plan, edit } = useRoom()
  const { outlet, tag } = device
  const set = (label: string, next: Device['outlet']) =>
    edit(label, { type: 'updateDevice', id, changes: { outlet: next } })[0]?.message ?? null
  return (
    <fieldset className="space-y-2 border-t border-hair pt-2">
      <legend className="pr-2 text-[13px] font-semibold">Where its cord goes</legend>
      <Choice
        label="Outlet"
        value={outlet ? 'own' : 'site'}
        options={[
          { value: 'site', label: `the one of the site, ${plan.site.outletBreaker_A} A` },
          { value: 'own', label: 'one of its own, on another circuit' },
        ]}
        onChoose={(value) =>
          set(
            `${tag}: ${value === 'own' ? 'an outlet of its own' : 'the outlet of the site'}`,
            value === 'own'
              ? {
                  plug: plan.site.plug,
                  breaker_A: plan.site.outletBreaker_A,
                  curve: plan.site.outletCurve,
                  residual_mA: plan.site.residual_mA,
                  residualType: plan.site.residualType,
                }
              : null,
          )
        }
      />
      {outlet ? (
        <>
          <div className="grid grid-cols-2 gap-2">
            <CommitField
              label="Its breaker"
              unit="A"
              numeric
              value={String(outlet.breaker_A)}
              onCommit={(text) => {
                const read = readNumber(text, 'The breaker')
                return 'error' in read
                  ? read.error
                  : set(`${tag}: outlet of ${read.value} A`, { ...outlet, breaker_A: read.value })
              }}
            />
            <Choice
              label="Its residual device"
              value={outlet.residual_mA === null ? 'none' : String(outlet.residual_mA)}
              options={RESIDUALS.map((each) => ({ value: each, label: each === 'none' ? 'none' : `${each} mA` }))}
              onChoose={(value) =>
                set(`${tag}: residual-current device ${value}`, {
                  ...outlet,
                  residual_mA: value === 'none' ? null : Number(value),
                })
              }
            />
          </div>
          {outlet.residual_mA === null ? null : (
            <Choice
              label="Of type"
              value={outlet.residualType ?? ''}
              options={[
                { value: '', label: 'not looked yet' },
                ...RESIDUAL_TYPES.map((value) => ({ value, label: value })),
              ]}
              onChoose={(value) =>
                set(`${tag}: residual-current device of type ${value || 'unknown'}`, {
                  ...outlet,
                  residualType: value === '' ? null : (value as Site['residualType']),
                })
              }
            />
          )}
          <Choice
            label="Its plug"
            value={outlet.plug.kind}
            options={(Object.keys(PLUGS) as Site['plug']['kind'][]).map((kind) => ({
              value: kind,
              label: PLUGS[kind],
            }))}
            onChoose={(value) =>
              set(`${tag}: ${PLUGS[value as Site['plug']['kind']]}`, {
                ...outlet,
                plug: { ...outlet.plug, kind: value as Site['plug']['kind'] },
              })
            }
          />
        </>
      ) : null}
    </fieldset>
  )
}
