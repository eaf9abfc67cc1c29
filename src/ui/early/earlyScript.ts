/** What the page's own script finds of what was done before it came. */
export interface Early {
  /** Whether the interface library's script answers for an element already. */
  isAwake(element: Element): boolean
  /** What was kept so far, in its order, the first taken out. */
  readonly kept: EarlyAct[]
  /** What an element is called, as long as it stands in the page. */
  nameOf(element: Element): string
  /** Called when something more was kept: of a part of the page whose script comes later than the rest. */
  heard: () => void
}
export type EarlyAct = { readonly name: string } & (
  | { readonly kind: 'press'; readonly on: HTMLElement }
  | { readonly kind: 'typed'; readonly on: HTMLInputElement | HTMLTextAreaElement; readonly text: string }
)

/**
 * Stands in the page itself and runs before anything else: until the page's script is there, a press on a button would be
 * heard by nobody, and what is typed would be put back. Links and what unfolds work without a script. The library hangs a
 * mark on an element when it answers for it; where it listens already but has not come to that element, it may still take
 * the press itself, so that is looked at afterwards.
 */
export const EARLY_SCRIPT = `(() => {
  const marked = (on, mark) => Object.keys(on).some((key) => key.startsWith(mark))
  const early = {
    kept: [],
    heard() {},
    isAwake: (on) => marked(on, '__reactProps'),
    nameOf: (on) => on.getAttribute('aria-label') || (on.labels && on.labels[0] ? on.labels[0].textContent : '') || on.textContent,
  }
  const keep = (act) => {
    const add = () => {
      const last = early.kept[early.kept.length - 1]
      if (act.kind === 'press' && last && last.kind === 'press' && last.on === act.on) return
      const at = act.kind === 'typed' ? early.kept.findIndex((each) => each.kind === 'typed' && each.on === act.on) : -1
      if (at >= 0) early.kept.splice(at, 1)
      early.kept.push(act)
      early.heard()
    }
    if (early.isAwake(act.on)) return
    if (!marked(document, '_reactListening')) add()
    else setTimeout(() => { if (!early.isAwake(act.on)) add() })
  }
  addEventListener('click', ({ target }) => {
    const on = target instanceof Element ? target.closest('button') : null
    if (on && !on.disabled) keep({ kind: 'press', on, name: early.nameOf(on) })
  }, true)
  addEventListener('input', ({ target: on }) => {
    const isText = on instanceof HTMLTextAreaElement || (on instanceof HTMLInputElement && !['checkbox', 'radio', 'file'].includes(on.type))
    if (isText) keep({ kind: 'typed', on, name: early.nameOf(on), text: on.value })
  }, true)
  window.gladRafterEarly = early
})()`
