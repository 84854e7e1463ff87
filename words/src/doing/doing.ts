import type { ClosingCheckId, StepCautionId, StepReason, TimerKind, WorkKind } from '#core/doing';
import { spokenTeller } from '#words/explain';
import { amount, type Speech } from '#words/units';

export const timerWords: Record<TimerKind, string> = {
  drip: 'drip',
  fill: 'filling',
  ageing: 'standing',
  hose: 'hose running',
  pump: 'pump draining',
  look: 'look again',
  dip: 'animals in a dip',
  'plant-dip': 'plants in a dip',
  air: 'air on',
  filter: 'filter off',
  heater: 'heater off',
};

/** What is being done, as the head of its list: «Change», and as a doing: «began to change water». */
export const workWords: Record<WorkKind, { name: string; began: string }> = {
  change: { name: 'Change', began: 'began to change water' },
  bed: { name: 'Bed', began: 'began to clean the bed' },
  sponge: { name: 'Filter sponge', began: 'began to clean a sponge' },
  trim: { name: 'Trimming', began: 'began to trim' },
  dip: { name: 'Dip', began: 'began a dip' },
  dose: { name: 'Dose', began: 'began to dose' },
  move: { name: 'Moving the tank', began: 'began to move the tank' },
  absence: { name: 'Making ready to go away', began: 'began to make ready for an absence' },
};

export const closingWords: Record<ClosingCheckId, string> = {
  heater: 'Heater on again, and under water',
  filter: 'Filter running, with flow',
  light: 'Light as it was',
  lid: 'Lid on',
  animals: 'Animals all in the water, breathing quietly',
  taps: 'Taps shut, hose out, floor dry',
  cuttings: 'Cuttings out of the water, none before the inlet',
  counted: 'As many out of the dip as went in',
  rinsed: 'Rinsed; nothing of the dip in the tank',
  'put-away': 'Bottle shut, labelled, out of reach of children and pets',
  air: 'Air on, surface moving',
  steady: 'Stand level, nothing rocks, no edge under strain',
  feeder: 'Feeder or portions ready, with how much is too much',
  written: 'Whom to call, and what never to do, in writing',
};

export const cautionWords: Record<StepCautionId, string> = {
  lotion: 'Lotion, soap, sanitiser and a pet’s flea drops kill shrimp.',
  power:
    'Plugs above the water, a drip loop in each cord, dry hands, a towel. A hot heater in air cracks: off first, and give it a few minutes.',
  'young-about': 'Young or berried animals about: leave the bed alone.',
  siphon:
    'Start the siphon by filling the hose or with a pump, never by mouth. Sponge on the inlet where small animals live. Lift no full bucket you would not lift at work: two half ones.',
  scald: 'Water above 50 °C (122 °F) scalds.',
  conditioner: 'By its label and for what is in the water. Not on skin, not by mouth.',
  hose: 'Stay beside a running hose. The timer is only for the day you do not.',
  'sponge-water':
    'In water from this tank, never under the tap: chlorine kills what lives in it, and with it the cycle.',
  blades: 'Blades cut wet fingers. Some plants’ juice burns skin and eyes.',
  'dip-kills': 'Minutes decide. Stay beside it, and out at the first that lies or dashes, whatever the clock says.',
  gloves:
    'Gloves, and air in the room. The label, local law and a veterinarian come first; by net volume, never by guess.',
  'never-mixed':
    'Never beside another remedy, and never without its contraindications read for every kind that lives here.',
  lifting:
    'A litre of water is a kilogram, and glass breaks by twisting. Drained, on a board, with as many people as it needs.',
  'oxygen-on-the-way': 'Few in much air, dark, at their temperature; hours are counted from the first bag.',
  'power-alone': 'Nothing new is plugged in before one goes away; drip loops, and a breaker that trips.',
  'stand-in': 'A stand-in feeds too much: put the rest of the food out of reach.',
};

const litres = (speech: Speech, value: number): string => amount(speech, 'volume', value, 1);
const itemWords = { filter: 'filter', uv: 'UV', co2: 'CO2', air: 'air' } as const;

export function offWords({ heaterOff, others }: Extract<StepReason, { id: 'off' }>['facts']): string {
  const heater = heaterOff ? 'heater (it is off already)' : 'heater above all';
  return [heater, ...(others.length > 0 ? others.map((item) => itemWords[item]) : ['filter and pumps'])].join(', ');
}

/** The sentence of a step. */
export const stepWords = spokenTeller<StepReason>({
  hands: () => 'Hands and forearms washed with water alone, well rinsed.',
  off: (facts) => `Off and unplugged: ${offWords(facts)}.`,
  bed: ({ bed }) =>
    bed === 'surface'
      ? 'Surface of the bed only, hovering. What goes down the hose counts as part of the change.'
      : bed === 'half'
        ? 'Half of the bed tonight, the other half next time. What goes down the hose counts as part of the change.'
        : 'To the glass in sections, one tonight. What goes down the hose counts as part of the change.',
  out: ({ changeL, downCm }, speech) =>
    `${litres(speech, changeL)} out${downCm === null ? '' : `: down ${downCm.toFixed(1)} cm on this glass`}. Look at what comes out: it tells of the animals.`,
  temperature: ({ where, newWaterC, tankC }, speech) =>
    `New water measured ${where === 'drum' ? 'in the drum' : 'at the end of the hose, beside the tank'}: ${newWaterC === null ? 'write it down' : amount(speech, 'temperature', newWaterC, 1)}${tankC === null ? '' : `; the tank is at ${amount(speech, 'temperature', tankC, 1)}`}.`,
  batch: ({ batchCode }) => `The drum is the one with ${batchCode} on its label.`,
  conditioner: ({ conditionerMl }) => `Conditioner, ${conditionerMl.toFixed(1)} mL, before the water goes in.`,
  valve: () => 'One hose for several tanks: shut the valve at the tank, not the tap, so that its temperature stays.',
  in: ({ changeL, how, dripMinutes }, speech) =>
    how === 'dripped'
      ? `${litres(speech, changeL)} in by drip, about ${dripMinutes} minutes.`
      : `${litres(speech, changeL)} in, against a plate or a hand, not onto the bed.`,
  film: () => 'A small dose of what feeds the grazing film, where this practice has it: as much as is gone by morning.',
  look: () => 'Look for a minute. Gasping, dashing or lying: stop, air on, and open the watch.',
  'bed-plan': () => 'See what was done last, and what is next: never all of it in one evening.',
  'bed-hover': () => 'Hover over the surface; into an inert bed with the tube, into an active one not at all.',
  'bed-half': () => 'At most half, the side that was left last time.',
  'bed-top-up': () => 'Write the litres that went with the dirt: they are a change.',
  'sponge-off': () => 'Filter off and unplugged, valves shut.',
  'sponge-squeeze': () =>
    'Squeeze it in a bucket of this tank’s water until it takes water again, not until it is clean.',
  'sponge-one': () => 'One sponge tonight; the other has its turn in two weeks.',
  'sponge-flow': () => 'Back, air out, on: count the seconds of a litre at the outlet, and write them.',
  'trim-light': () => 'Light on, pump off; look where young and berried animals sit.',
  'trim-cut': () => 'Cut with a clean blade, oldest first, no more than a third of the mass in one evening.',
  'trim-net': () => 'Fish out what floats, and look through it for animals before it goes.',
  'trim-inlet': () => 'Pump on; the inlet is free.',
  'dip-mix': () => 'Mix the dip in a vessel of its own, with water of the tank they go to, measured.',
  'dip-test': () => 'One animal or leaf first where the kind is not known to bear it.',
  'dip-in': () => 'In, with the count written; the timer runs.',
  'dip-watch': () => 'Stay beside it, air in the vessel.',
  'dip-out': () => 'Out by net into clean water first, then into the tank; the dip is poured away, not into the tank.',
  'dose-net': () => 'Net litres, what else is in the water, and what must come out first: carbon, resin, UV.',
  'dose-measure': () => 'Measure the dose for the net litres; read the label twice.',
  'dose-spread': () => 'Dilute it in a jug of tank water and spread it where the flow takes it.',
  'dose-watch': () => 'Air on. Look after half an hour, and again before bed.',
  'move-weigh': () => 'Weigh it out: what it is drained, what the new place bears, who lifts.',
  'move-water': () => 'Half of its water goes along; the rest is made ready at its temperature.',
  'move-animals': () => 'Animals last out and first in, counted.',
  'move-filter': () => 'Filter wet and open to the air, never dry, never shut for hours.',
  'move-fill': () => 'Bed and rocks stay low in a hand’s breadth of water; fill slowly against a plate.',
  'move-watch': () => 'Test ammonia and nitrite every evening from tonight until seven in a row were good.',
  'absence-test': () => 'A change a few days before, not on the last evening; test, and write what is usual.',
  'absence-portions': () => 'Portions counted and boxed by date, less than usual; grown animals bear weeks.',
  'absence-level': () => 'Water level for the evaporation; heater and inlet stay under water to the end.',
  'absence-show': () => 'Show the stand-in one round: what is usual, what is wrong, what never to do.',
  'absence-call': () => 'Whom to call, with the numbers on the tank.',
});
