import type { Colour } from '@/core/plan'
import type { EndTreatment } from '@/core/figures'
import { paintOf } from '@/ui/primitives'

/** The end as it should look: jacket, copper to the millimetre, and what goes on it. */
export function EndPicture({ colour, treatment }: { readonly colour: Colour; readonly treatment: EndTreatment }) {
  const { strip_mm, sleeve_mm } = treatment
  const copper = strip_mm === null ? 0 : Math.min(96, strip_mm * 7)
  const sleeve = sleeve_mm === null ? 0 : Math.min(90, sleeve_mm * 7)
  const jacket = paintOf(colour.base)
  const goesOn =
    treatment.treatment === 'ferrule' ||
    treatment.treatment === 'twin-ferrule' ||
    treatment.treatment === 'blade-receptacle' ||
    treatment.treatment === 'eyelet' ||
    treatment.treatment === 'fork' ||
    treatment.treatment === 'contact' ||
    treatment.treatment === 'sealed-contact'
  const right = 128 + copper + 24
  return (
    <svg
      viewBox="0 0 350 104"
      className="w-full"
      role="img"
      aria-label={`${treatment.what}${strip_mm === null ? '' : `, strip ${strip_mm} mm`}`}
    >
      <rect x="6" y="26" width="122" height="26" rx="3" fill={jacket} stroke="var(--ink)" strokeOpacity="0.35" />
      {colour.stripe ? <rect x="6" y="35" width="122" height="8" fill={paintOf(colour.stripe)} /> : null}
      {copper > 0
        ? [0, 1, 2, 3].map((i) => (
            <rect key={i} x="128" y={30 + i * 4.8} width={copper} height="4" fill={i % 2 ? '#b8752f' : '#cf8b45'} />
          ))
        : null}
      {copper > 0 ? (
        <g stroke="var(--ink)" strokeWidth="1.4">
          <path d={`M128 66v14M${128 + copper} 66v14M128 73h${copper}`} />
          <text
            x={128 + copper / 2}
            y="98"
            fontSize="15"
            fontWeight="700"
            textAnchor="middle"
            fill="var(--ink)"
            stroke="none"
            className="figures"
          >
            {strip_mm} mm
          </text>
        </g>
      ) : null}
      {goesOn && treatment.treatment.includes('ferrule') ? (
        <g>
          <rect
            x={right}
            y="20"
            width="24"
            height="38"
            rx="5"
            fill={paintOf(treatment.colour ?? 'grey')}
            stroke="var(--ink)"
            strokeOpacity="0.4"
          />
          <rect x={right + 24} y="30" width={sleeve} height="18" rx="1" fill="#d8dde0" stroke="#8b9399" />
          <path
            d={`M${right + 24} 66v14M${right + 24 + sleeve} 66v14M${right + 24} 73h${sleeve}`}
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <text
            x={right + 24 + sleeve / 2}
            y="98"
            fontSize="15"
            fontWeight="700"
            textAnchor="middle"
            fill="var(--ink)"
            className="figures"
          >
            {sleeve_mm} mm
          </text>
        </g>
      ) : null}
      {['blade-receptacle', 'eyelet', 'fork'].includes(treatment.treatment) ? (
        <g>
          <rect
            x={right}
            y="24"
            width="46"
            height="30"
            rx="6"
            fill={paintOf(treatment.colour ?? 'grey')}
            stroke="var(--ink)"
            strokeOpacity="0.4"
          />
          {treatment.treatment === 'eyelet' ? (
            <>
              <circle cx={right + 70} cy="39" r="20" fill="#d8dde0" stroke="#8b9399" />
              <circle cx={right + 70} cy="39" r="9" fill="var(--paper)" stroke="#8b9399" />
            </>
          ) : treatment.treatment === 'fork' ? (
            <path
              d={`M${right + 46} 34h12q4 -12 12 -12h16v8h-14q-8 2 -8 9t8 9h14v8h-16q-8 0 -12 -12h-12z`}
              fill="#d8dde0"
              stroke="#8b9399"
            />
          ) : (
            <rect x={right + 46} y="22" width="36" height="34" rx="2" fill="#d8dde0" stroke="#8b9399" />
          )}
        </g>
      ) : null}
      {treatment.treatment === 'contact' || treatment.treatment === 'sealed-contact' ? (
        <path d={`M${right} 32h22v-6h12v26h-12v-6h-22zM${right + 34} 30h34v18h-34z`} fill="#d8dde0" stroke="#8b9399" />
      ) : null}
    </svg>
  )
}
