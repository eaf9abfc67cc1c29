import type { Model, Passage } from '@/core/model'

/** Tells of a link whether fuses and breakers beside it join its two ends: it parts nothing then, whatever it does. */
export function detoursIn(model: Model): (passage: Passage) => boolean {
  const at = new Map<string, { readonly id: string; readonly to: string }[]>()
  for (const { id, link, a, b } of model.passages) {
    if (link.kind !== 'protective') continue
    const [one, other] = [model.netOf(a), model.netOf(b)]
    at.set(one, [...(at.get(one) ?? []), { id, to: other }])
    at.set(other, [...(at.get(other) ?? []), { id, to: one }])
  }
  return ({ id, a, b }) => {
    const end = model.netOf(b)
    const seen = new Set([model.netOf(a)])
    for (const net of seen) {
      if (net === end) return true
      for (const edge of at.get(net) ?? []) if (edge.id !== id) seen.add(edge.to)
    }
    return false
  }
}
