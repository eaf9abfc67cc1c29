import {
  ArrowDown,
  ArrowUp,
  Check,
  ChevronRight,
  Circle,
  Dot,
  Hexagon,
  Triangle,
  X,
  type LucideIcon,
} from 'lucide-react'

/** What the marks of the house stand for; the same sign means the same everywhere. */
const SIGNS = {
  stop: Hexagon,
  caution: Triangle,
  note: Circle,
  good: Check,
  bad: X,
  close: X,
  next: ChevronRight,
  open: Dot,
  up: ArrowUp,
  down: ArrowDown,
} as const satisfies Readonly<Record<string, LucideIcon>>
export type SignName = keyof typeof SIGNS

/** A sign as large as the words beside it, in their colour. It is for the eye: the words say the same. */
export function Sign({ of, className = '' }: { readonly of: SignName; readonly className?: string }) {
  const Drawn = SIGNS[of]
  return (
    <Drawn
      aria-hidden
      strokeWidth={2.75}
      className={`inline-block size-[0.85em] shrink-0 align-[-0.05em] ${of === 'stop' ? 'fill-current' : ''} ${className}`}
    />
  )
}
