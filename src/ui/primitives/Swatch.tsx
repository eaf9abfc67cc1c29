import { colourName, type Colour } from '@/core/plan'

const PAINT: Readonly<Record<Colour['base'], string>> = {
  black: '#1a1a1a',
  brown: '#7a4a24',
  red: '#c4261d',
  orange: '#e07b1a',
  yellow: '#e8c519',
  green: '#3a8a35',
  'light blue': '#6aa9dc',
  blue: '#2f6bbd',
  'dark blue': '#1c3f8a',
  violet: '#7a4bb0',
  grey: '#8b9399',
  white: '#f7f7f4',
  pink: '#e79ab0',
  turquoise: '#3bb3ae',
  bare: '#c98a4b',
}

/** How a colour of a wire, sleeve or jacket is painted; grey where it has no name. */
export const paintOf = (name: string): string => (PAINT as Readonly<Record<string, string>>)[name] ?? PAINT.grey

/** The wire as it looks, with its name: two tones where it has two. */
export function Swatch({ colour, bare = false }: { readonly colour: Colour; readonly bare?: boolean }) {
  const name = colourName(colour)
  const base = PAINT[colour.base]
  const stripe = colour.stripe ? PAINT[colour.stripe] : base
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <span
        aria-hidden
        className="inline-block h-2.5 w-9 rounded-full border border-ink/40"
        style={{ background: `linear-gradient(${base} 0 34%, ${stripe} 34% 66%, ${base} 66%)` }}
      />
      {bare ? <span className="sr-only">{name}</span> : <span className="text-[13px] text-mute">{name}</span>}
    </span>
  )
}
