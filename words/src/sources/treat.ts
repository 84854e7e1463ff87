import type { ResinSchool, TreatmentReason } from '#core/sources';
import { teller } from '#words/explain';

/** What is to be known of a treatment of a source. */
export const treatmentWords = teller<TreatmentReason>({
  'chlorine-ages': () => 'A day of standing with air drives chlorine off.',
  'chlorine-carbon': () => 'Carbon takes chlorine, while it is fresh.',
  'chlorine-membrane': () => 'Chlorine eats RO membranes: the carbon before it must be fresh.',
  'chlorine-conditioner': () => 'A conditioner by its label, for the chlorine that is there.',
  'chloramine-stays': ({ known }) =>
    `Chloramine does not gas off with ageing.${known ? '' : ' Not known here: ask the supplier, and treat it as chloramine.'}`,
  'chloramine-carbon': () => 'Carbon breaks chloramine only slowly and sets ammonia free.',
  'chloramine-membrane': () => 'Chloramine passes the membrane.',
  'chloramine-deioniser': () => 'A deioniser after the membrane takes part of it; how far is disputed.',
  'chloramine-conditioner': () => 'A conditioner that names chloramine on its label, by that label.',
  'chloramine-ammonia': ({ cl2MgPerL, tanMgPerL }) =>
    `Broken, ${cl2MgPerL} mg/L of it leaves ${tanMgPerL.toFixed(2)} mg/L ammonia nitrogen behind.`,
  'copper-pipe': () => 'Copper pipe: run the tap a minute first; shrimp and snails die of traces.',
  softened: () =>
    'Softened: calcium and magnesium are swapped for sodium. GH 0, conductivity as before; draw before the softener.',
  rain: () =>
    'Rain takes what lies on roof and gutter with it: the first quarter of an hour to waste, never after spraying nearby.',
});

export const resinWords: Record<ResinSchool, { name: string; why: string }> = {
  strict: { name: 'strict', why: 'Under 10 ppm counts as pure; the resin goes at 10.' },
  lenient: { name: 'lenient', why: 'The resin may go to 30 before it is changed.' },
};
