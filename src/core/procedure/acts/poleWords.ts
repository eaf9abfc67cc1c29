import type { Site } from '@/core/plan'

/** What the two poles of the mains are called at the bench, and what each has against earth. */
export interface PoleWords {
  readonly line: string
  readonly neutral: string
  readonly lineToEarth_V: number
  /** What the second pole shows against earth. */
  readonly neutralToEarth: string
  readonly exchanged: string
}

/** One live pole and a neutral, or two live poles with earth in the middle between them. */
export function poleWordsOf({ livePoles, mains_V }: Pick<Site, 'livePoles' | 'mains_V'>): PoleWords {
  return livePoles === 2
    ? {
        line: 'first pole',
        neutral: 'second pole',
        lineToEarth_V: mains_V / 2,
        neutralToEarth: 'half of it as well',
        exchanged:
          'All of it against earth from one pole and nothing from the other: a line and a neutral are there, not two poles.',
      }
    : {
        line: 'line',
        neutral: 'neutral',
        lineToEarth_V: mains_V,
        neutralToEarth: 'nearly nothing',
        exchanged:
          'Line to earth nothing and neutral to earth the mains: exchanged. Half the mains to earth: the neutral is open.',
      }
}

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
