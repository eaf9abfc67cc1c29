import type { ComponentPropsWithRef } from 'react'

type Look = 'main' | 'plain' | 'quiet' | 'danger'

const LOOKS: Readonly<Record<Look, string>> = {
  main: 'bg-accent text-accent-ink border-accent hover:brightness-110',
  plain: 'bg-sheet text-ink border-hair hover:border-accent',
  quiet: 'bg-transparent text-ink border-transparent hover:bg-wash',
  danger: 'bg-sheet text-stop border-hair hover:border-stop',
}

/** A button says what happens. */
export function Button({
  look = 'plain',
  big = false,
  className = '',
  ...rest
}: ComponentPropsWithRef<'button'> & { readonly look?: Look; readonly big?: boolean }) {
  return (
    <button
      type="button"
      data-look={look === 'main' ? 'main' : undefined}
      {...rest}
      className={`rounded-lg border font-semibold disabled:cursor-not-allowed disabled:opacity-60 ${big ? 'min-h-14 px-5 text-lg' : 'px-3 py-1.5 text-[15px]'} ${LOOKS[look]} ${className}`}
    />
  )
}
