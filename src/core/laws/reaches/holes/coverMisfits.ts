import { coversOn, type CoverOn } from '@/core/figures'
import { coverName } from '@/core/securing'
import { SOURCES } from '@/core/reference'
import { defineLayingRule, leadList, mm, wayName } from '@/core/judging'

interface Fact extends CoverOn {
  readonly is: 'narrow' | 'beyond'
}

/** A sleeve must go over its bundle, and lie where its way is. */
export const coverMisfits = defineLayingRule<Fact>({
  severity: 'caution',
  title: 'A sleeve or wrap that does not suit its leads',
  stage: 'route',
  source: SOURCES.practice,
  find: ({ plan, routes }) =>
    coversOn(plan, routes).flatMap((cover): Fact[] => [
      ...(cover.isChosen && cover.inside_mm < cover.bundle_mm ? [{ ...cover, is: 'narrow' as const }] : []),
      ...(cover.beyond_mm > 0 ? [{ ...cover, is: 'beyond' as const }] : []),
    ]),
  word: (cover, context) => {
    const { is, raceway, kind, leads, bundle_mm, inside_mm, from_mm, length_mm, beyond_mm } = cover
    const name = coverName(cover)
    return {
      subjects: [{ kind: 'raceway', id: raceway }],
      key: `${kind} ${from_mm} ${is}`,
      // What is closed all round cannot be put on at all.
      severity: is === 'narrow' && kind === 'sleeve' ? 'stop' : 'caution',
      what:
        is === 'narrow'
          ? `${name} is to go about ${leadList(context, leads)} on ${wayName(context, raceway)}, a bundle of ${mm(bundle_mm)}; its bore is ${mm(inside_mm)}`
          : `${name} lies from ${mm(from_mm)} to ${mm(from_mm + length_mm)}, and ${wayName(context, raceway)} ends ${mm(beyond_mm)} before that`,
      why:
        is === 'narrow'
          ? kind === 'sleeve'
            ? 'It does not go over them. Take a wider one, or a wrap.'
            : 'It stays open over them and slips off where they move. Take a wider one.'
          : 'What hangs over the end rubs where the leads part. Make it shorter, or measure the way again.',
    }
  },
})
