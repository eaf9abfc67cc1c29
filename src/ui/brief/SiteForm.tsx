'use client'
import { useState } from 'react'
import { DEFAULT_PRACTICE, DEFAULT_SITE, outletCurve, type Practice, type Site } from '@/core/plan'
import { Choice, CommitField, later, readNumber, Sign } from '@/ui/primitives'
import { useRoom, writeText } from '@/ui/room'

// What few people need at first comes with the rest.
const SiteFacts = later(
  async () => ({ default: (await import('./SiteFacts')).SiteFacts }),
  <div aria-hidden className="col-span-2 h-40" />,
  'after the view',
)

const PLACES: readonly Site['place'][] = ['indoors', 'sheltered', 'outdoors']

interface Kept {
  readonly site: Partial<Site>
  readonly practice: Partial<Practice>
}

const keyOf = (plan: string, region: Site['region']) => `glad-rafter.region.${plan}.${region}`
const keepUnder = (plan: string, region: Site['region'], kept: Kept) =>
  void writeText(keyOf(plan, region), JSON.stringify(kept))

function keptUnder(plan: string, region: Site['region']): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(plan, region)) ?? 'null') as Kept | null
    return kept?.site && kept.practice ? kept : null
  } catch {
    return null
  }
}

/** The mains, the plug, the air. */
export function SiteForm() {
  const { id, plan, edit } = useRoom()
  const { site } = plan
  const [isAsking, setAsking] = useState(false)
  const change = (label: string, changes: Partial<Site>) =>
    edit(label, { type: 'setSite', changes })[0]?.message ?? null
  const number =
    (what: string, unit: string, key: 'mains_V' | 'outletBreaker_A' | 'ambient_C', least: number, most: number) =>
    (text: string) => {
      const read = readNumber(text, what)
      if ('error' in read) return read.error
      return read.value < least || read.value > most
        ? `${what} must lie between ${least} and ${most} ${unit}`
        : change(`${what} ${read.value} ${unit}`, { [key]: read.value })
    }
  const region = (next: 'IEC' | 'NEC') => {
    if (next === site.region) return
    setAsking(true)
    // What was said under either practice is there again when one comes back to it.
    keepUnder(id, site.region, { site, practice: plan.practice })
    const under = (own: Kept) =>
      edit(
        `Practice of the ${next}`,
        { type: 'setSite', changes: { ...own.site, ambient_C: site.ambient_C, place: site.place } },
        { type: 'setPractice', changes: { ...own.practice, inside_C: plan.practice.inside_C } },
      )
    const usual = { site: DEFAULT_SITE[next], practice: DEFAULT_PRACTICE[next] }
    const before = keptUnder(id, next)
    // What an older release kept may not fit any more.
    if (!before || under(before).length > 0) under(usual)
  }
  return (
    <section aria-labelledby="site" className="rounded-xl border border-hair bg-sheet p-3.5">
      <h2 id="site" className="mb-2 font-bold">
        Where it stands
      </h2>
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="Practice"
          value={site.region}
          options={[
            { value: 'IEC', label: 'IEC' },
            { value: 'NEC', label: 'NEC' },
          ]}
          onChoose={(value) => region(value as 'IEC' | 'NEC')}
          hint={isAsking ? 'mains, plug and house rules follow; undo gives the old ones back' : undefined}
        />
        <CommitField
          label="Mains"
          unit="V"
          numeric
          value={String(site.mains_V)}
          onCommit={number('The mains', 'V', 'mains_V', 90, 260)}
        />
        <Choice
          label="Plug"
          value={site.plug.kind}
          options={[
            { value: 'polarised', label: 'one way only' },
            { value: 'reversible', label: 'either way' },
            { value: 'fixed', label: 'wired in' },
          ]}
          onChoose={(value) => change(`Plug ${value}`, { plug: { ...site.plug, kind: value as Site['plug']['kind'] } })}
        />
        <CommitField
          label="Outlet’s breaker"
          unit="A"
          numeric
          value={String(site.outletBreaker_A)}
          onCommit={number('The breaker', 'A', 'outletBreaker_A', 1, 63)}
        />
        <Choice
          label="It trips by curve"
          value={site.outletCurve ?? ''}
          options={[
            { value: '', label: `${outletCurve({ ...site, outletCurve: null })}, as usual` },
            ...(['B', 'C', 'D'] as const).map((value) => ({ value, label: value })),
          ]}
          onChoose={(value) =>
            change(`Outlet’s breaker ${value || 'as usual'}`, {
              outletCurve: value === '' ? null : (value as Site['outletCurve']),
            })
          }
        />
        <Choice
          label="Residual device"
          value={site.residual_mA === null ? 'none' : String(site.residual_mA)}
          options={[
            { value: 'none', label: 'none' },
            ...['5', '6', '10', '30', '100', '300'].map((value) => ({ value, label: `${value} mA` })),
          ]}
          onChoose={(value) =>
            change(`Residual-current device ${value}`, { residual_mA: value === 'none' ? null : Number(value) })
          }
        />
        <Choice
          label="Fuse in the plug"
          value={site.plug.fuse_A === null ? 'none' : String(site.plug.fuse_A)}
          options={[
            { value: 'none', label: 'none' },
            ...['3', '5', '13'].map((value) => ({ value, label: `${value} A` })),
          ]}
          onChoose={(value) =>
            change(`Plug fuse ${value}`, { plug: { ...site.plug, fuse_A: value === 'none' ? null : Number(value) } })
          }
        />
        <CommitField
          label="Fault current there"
          unit="A"
          numeric
          hint={site.prospective_A === null ? 'empty: taken as 1000 A' : undefined}
          value={site.prospective_A === null ? '' : String(site.prospective_A)}
          onCommit={(text) => {
            if (text.trim() === '') return change('Fault current at the outlet not known', { prospective_A: null })
            const read = readNumber(text, 'The fault current')
            if ('error' in read) return read.error
            return read.value <= 0
              ? 'The fault current must be above 0 A, or empty where nobody measured it'
              : change(`Fault current at the outlet ${read.value} A`, { prospective_A: read.value })
          }}
        />
        <SiteFacts change={change} />
        <CommitField
          label="Warmest air about it"
          unit="°C"
          numeric
          value={String(site.ambient_C)}
          onCommit={number('The air', '°C', 'ambient_C', -40, 60)}
        />
        <Choice
          label="Place"
          value={site.place}
          options={PLACES.map((value) => ({ value, label: value }))}
          onChoose={(value) => change(`Stands ${value}`, { place: value as Site['place'] })}
        />
      </div>
      {site.place === 'outdoors' && site.residual_mA === null ? (
        <p className="mt-2 text-[13px] font-semibold text-caution">
          <Sign of="caution" /> Outdoors an outlet with a residual-current device of 30 mA or less is wanted (5–6 mA
          where the NEC rules); ask whoever knows your local code.
        </p>
      ) : null}
    </section>
  )
}
