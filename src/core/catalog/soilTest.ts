import { msg } from '../language';
import type { SoilId } from './soils';

/** A question of the hand test, and what may be answered. */
export interface SoilQuestion {
  id: string;
  asks: string;
  choices: readonly { id: string; says: string; leads: string | { soil: SoilId } }[];
}

/**
 * Soil texture by feel: ball and ribbon, then grit.
 *
 * Source: the flow diagram for estimating texture by feel, S. J. Thien 1979 (Journal of Agronomic Education 8), its
 * twelve classes gathered into the seven that drip is planned by. Ribbons under 2.5 cm are loams, up to 5 cm clay loams,
 * longer ones clays.
 */
export const SOIL_QUESTIONS: readonly SoilQuestion[] = [
  {
    id: 'ball',
    asks: msg`Does it stay a ball when squeezed?`,
    choices: [
      { id: 'no', says: msg`no, it falls apart`, leads: { soil: 'sand' } },
      { id: 'yes', says: msg`yes`, leads: 'ribbon' },
    ],
  },
  {
    id: 'ribbon',
    asks: msg`Push it out between thumb and finger. How long does the ribbon get before it breaks?`,
    choices: [
      { id: 'none', says: msg`it makes no ribbon`, leads: { soil: 'loamy-sand' } },
      { id: 'short', says: 'under 2.5 cm (1 in)', leads: 'grit' },
      { id: 'middle', says: '2.5 to 5 cm (1 to 2 in)', leads: { soil: 'clay-loam' } },
      { id: 'long', says: msg`longer than 5 cm (2 in)`, leads: { soil: 'clay' } },
    ],
  },
  {
    id: 'grit',
    asks: msg`Wet a pinch well and rub it in the palm. How does it feel?`,
    choices: [
      { id: 'gritty', says: msg`very gritty`, leads: { soil: 'sandy-loam' } },
      { id: 'smooth', says: msg`very smooth, like flour`, leads: { soil: 'silt-loam' } },
      { id: 'neither', says: msg`neither stands out`, leads: { soil: 'loam' } },
    ],
  },
];

export type SoilAnswers = Readonly<Record<string, string>>;

/** Which questions are asked after some answers, in order, and the soil they lead to, if they do yet. */
export function soilFrom(answers: SoilAnswers): { asked: string[]; soil: SoilId | undefined } {
  const asked: string[] = [];
  let at: string | undefined = SOIL_QUESTIONS[0].id;
  while (at) {
    asked.push(at);
    const question: SoilQuestion = SOIL_QUESTIONS.find((q) => q.id === at)!;
    const leads: string | { soil: SoilId } | undefined = question.choices.find(
      (c) => c.id === answers[at!],
    )?.leads;
    if (typeof leads === 'object') return { asked, soil: leads.soil };
    at = leads;
  }
  return { asked, soil: undefined };
}
