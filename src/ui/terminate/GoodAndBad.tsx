import { Sign } from '@/ui/primitives'
import type { Treatment } from '@/core/plan'
import type { EndTreatment } from '@/core/figures'

const COPPER = '#cf8b45'
const METAL = '#d8dde0'
const EDGE = '#8b9399'

/** The finished end as it should be, and beside it what is cut off and made again. */
export function GoodAndBad({ treatment }: { readonly treatment: EndTreatment }) {
  return (
    <div className="grid grid-cols-2 gap-2 text-[14px]">
      {[false, true].map((isBad) => (
        <figure key={String(isBad)} className="rounded-lg border border-hair bg-paper p-1.5">
          <svg viewBox="0 0 120 44" className="w-full" aria-hidden>
            <Finished kind={treatment.treatment} isBad={isBad} />
          </svg>
          <figcaption>
            <strong className={isBad ? 'text-stop' : 'text-good'}>
              <Sign of={isBad ? 'bad' : 'good'} /> {isBad ? 'Make it again' : 'Good'}
            </strong>{' '}
            {isBad ? treatment.bad : treatment.look}
          </figcaption>
        </figure>
      ))}
    </div>
  )
}

const Jacket = ({ to = 48 }: { readonly to?: number }) => (
  <rect x="2" y="15" width={to - 2} height="14" rx="2" fill="var(--wash)" stroke="var(--ink)" />
)
const Copper = ({ from, to }: { readonly from: number; readonly to: number }) => (
  <rect x={from} y="18" width={to - from} height="8" fill={COPPER} />
)
/** A strand beside where it belongs. */
const Stray = ({ from }: { readonly from: number }) => (
  <path d={`M${from} 17q8 -12 24 -11`} fill="none" stroke={COPPER} strokeWidth="1.6" />
)

function Finished({ kind, isBad }: { readonly kind: Treatment; readonly isBad: boolean }) {
  switch (kind) {
    case 'ferrule':
    case 'twin-ferrule': {
      const at = isBad ? 58 : 48
      return (
        <>
          <Jacket />
          {isBad ? <Copper from={48} to={58} /> : null}
          <path d={`M${at} 12h8l4 5v10l-4 5h-8z`} fill="var(--accent-wash)" stroke={EDGE} />
          <path
            d={isBad ? `M${at + 12} 19h30v6h-30z` : `M${at + 12} 17h8v2h3v-2h8v2h3v-2h8v10h-8v-2h-3v2h-8v-2h-3v2h-8z`}
            fill={METAL}
            stroke={EDGE}
          />
          {isBad ? <Stray from={62} /> : null}
        </>
      )
    }
    case 'blade-receptacle':
    case 'eyelet':
    case 'fork':
      return (
        <>
          <Jacket to={isBad ? 40 : 52} />
          {isBad ? <Copper from={40} to={50} /> : null}
          <rect x="48" y="12" width="28" height="20" rx="4" fill="var(--accent-wash)" stroke={EDGE} />
          {isBad ? null : <Copper from={76} to={79} />}
          {kind === 'eyelet' ? (
            <path
              d="M76 19h8a13 13 0 1 1 0 6h-8zM96 16a6 6 0 1 0 .1 0z"
              fill={METAL}
              stroke={EDGE}
              fillRule="evenodd"
            />
          ) : kind === 'fork' ? (
            <path d="M76 19h8q3 -9 9 -9h16v6h-13q-6 1 -6 6t6 6h13v6h-16q-6 0 -9 -9h-8z" fill={METAL} stroke={EDGE} />
          ) : (
            <rect x="76" y="12" width="28" height="20" fill={METAL} stroke={EDGE} />
          )}
          {isBad ? <Stray from={42} /> : null}
        </>
      )
    case 'contact':
    case 'sealed-contact': {
      const front = isBad ? 62 : 50
      return (
        <>
          <Jacket to={front} />
          {isBad ? null : <Copper from={50} to={66} />}
          {kind === 'sealed-contact' ? (
            <path
              d={`M${isBad ? 18 : 26} 10q4 3 8 0t8 0v24q-4 -3 -8 0t-8 0z`}
              fill="var(--caution-wash)"
              stroke={EDGE}
            />
          ) : null}
          <path d="M38 31v-18q6 -4 12 0v18zM54 29v-14q5 -3 10 0v14z" fill={METAL} stroke={EDGE} />
          <path d={isBad ? 'M64 20l10 3 34 8v8l-36 -7z' : 'M64 17h44v10h-44z'} fill={METAL} stroke={EDGE} />
        </>
      )
    }
    case 'butt-splice':
      return (
        <>
          <Jacket to={34} />
          <Copper from={34} to={isBad ? 46 : 59} />
          <rect x="30" y="12" width="60" height="20" rx="5" fill="var(--accent-wash)" stroke={EDGE} fillOpacity="0.7" />
          <Copper from={isBad ? 84 : 61} to={88} />
          <rect x="86" y="15" width="32" height="14" rx="2" fill="var(--wash)" stroke="var(--ink)" />
          <path d={isBad ? 'M42 12v20M50 12v20' : 'M46 12v20M74 12v20'} stroke={EDGE} strokeWidth="2" />
        </>
      )
    case 'solder':
      return (
        <>
          <Jacket to={isBad ? 36 : 50} />
          <Copper from={isBad ? 36 : 50} to={74} />
          <path d="M66 31h48v4h-48z" fill={METAL} stroke={EDGE} />
          {isBad ? (
            <circle cx="82" cy="23" r="9" fill="#9aa0a4" stroke={EDGE} />
          ) : (
            <path d="M60 31q14 -2 16 -13q4 11 20 13z" fill="#c9ced1" stroke={EDGE} />
          )}
        </>
      )
    case 'hook':
      return (
        <>
          <Jacket to={44} />
          <Copper from={44} to={64} />
          <circle cx="86" cy="22" r="16" fill={METAL} stroke={EDGE} fillOpacity="0.5" />
          <path
            d={
              isBad
                ? 'M64 22q6 -14 20 -14q14 2 13 14q-2 12 -14 12q-12 0 -15 -14'
                : 'M64 22q2 14 20 13q14 -1 14 -13q0 -11 -10 -12'
            }
            fill="none"
            stroke={COPPER}
            strokeWidth="5"
          />
        </>
      )
    case 'displaced':
      return (
        <>
          {[0, 1, 2, 3].map((i) => (
            <g key={i}>
              <rect x="2" y={6 + i * 9} width="96" height="6" rx="3" fill="var(--wash)" stroke="var(--ink)" />
              <path
                d={`M78 ${isBad && i === 1 ? 2 + i * 9 : 4 + i * 9}v10M84 ${isBad && i === 1 ? 2 + i * 9 : 4 + i * 9}v10`}
                stroke={EDGE}
                strokeWidth="2"
              />
            </g>
          ))}
          <rect x="1" y={isBad ? 32 : 5} width="4" height="8" fill="var(--stop)" />
        </>
      )
    default:
      return (
        <>
          <Jacket to={isBad ? 62 : 50} />
          <Copper from={isBad ? 62 : 50} to={98} />
          <path d="M64 10h44v8h-44zM64 26h44v8h-44z" fill={METAL} stroke={EDGE} />
          {isBad && kind !== 'solid' && kind !== 'moulded' ? <Stray from={58} /> : null}
        </>
      )
  }
}
