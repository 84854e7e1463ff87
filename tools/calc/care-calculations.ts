import * as v from 'valibot';
import { careKnowledge } from '#almanac/care';
import { bookKinds } from '#almanac/kinds';
import {
  bathOf,
  bleachDip,
  contactKinds,
  courseOf,
  ichTiming,
  mayDose,
  neutralise,
  quarantineClock,
  quarantineEventKinds,
  quarantineSchools,
  rationOf,
  redose,
  residueOf,
  saltCourse,
  traceContacts,
} from '#core/care';
import { calculation, explainedBy, type Calculation } from './calculation';

const n = v.number();
const some = v.optional(n);
const end = v.nullable(n);
const change = v.strictObject({ day: n, fraction: n });

/** What concerns care, for scripts and for checks from outside. */
export const careCalculations: readonly Calculation[] = [
  calculation(
    'care.course',
    'a course by its label on net volume: packs, calendar, what rounding does',
    v.strictObject({
      netVolumeL: n,
      label: v.strictObject({
        packTreatsL: some,
        packTreatsUsGal: some,
        doseDays: v.array(n),
        changes: v.optional(v.array(change), []),
        maxRepeats: some,
      }),
      food: v.optional(v.strictObject({ bodyMassG: n, percentOfBodyMass: n, agentMgPerKgPerDay: n })),
      repeats: some,
      packsCanBeSplit: v.optional(v.boolean()),
    }),
    { netVolumeL: 100, label: { packTreatsL: 38, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] } },
    (input, note) => explainedBy(note, courseOf(input, note)),
  ),
  calculation(
    'care.redose',
    'what is dosed anew for replaced water only',
    v.strictObject({ doseMgPerL: n, netVolumeL: n, changeFraction: n }),
    { doseMgPerL: 2, netVolumeL: 100, changeFraction: 0.25 },
    (input, note) => explainedBy(note, redose(input, note)),
  ),
  calculation(
    'care.residue',
    'what is left of a dose after changes and decay',
    v.strictObject({ doseMgPerL: n, changes: v.array(change), halfLifeDays: some, atDay: n }),
    { doseMgPerL: 2, changes: [{ day: 3, fraction: 0.5 }], atDay: 5 },
    (input, note) => explainedBy(note, residueOf(input, note)),
  ),
  calculation(
    'care.bath',
    'how much of a product makes a dip or bath',
    v.strictObject({
      volumeL: n,
      targetMgPerL: some,
      targetGPerL: some,
      ratio: some,
      productPercent: some,
      productDensityKgPerL: some,
    }),
    { volumeL: 10, targetGPerL: 30 },
    (input, note) => explainedBy(note, bathOf(input, note)),
  ),
  calculation(
    'care.bleach',
    'bleach for a dip, or the strength of so many mL',
    v.strictObject({ waterL: n, productMl: some, targetMgPerL: some, availableChlorinePercent: n }),
    { waterL: 2.4, productMl: 80, availableChlorinePercent: 5.25 },
    (input, note) => explainedBy(note, bleachDip(input, note)),
  ),
  calculation(
    'care.neutralise',
    'thiosulfate for so much chlorine',
    v.strictObject({ volumeL: n, chlorineMgPerL: n }),
    { volumeL: 10, chlorineMgPerL: 2 },
    (input, note) => explainedBy(note, neutralise(input, note)),
  ),
  calculation(
    'care.salt',
    'salt as a course: weighed, raised in portions, kept, brought down, and what the pen will show',
    v.strictObject({
      netVolumeL: n,
      targetGPerL: n,
      presentGPerL: some,
      changeFraction: n,
      endGPerL: some,
      no2MgPerL: some,
      clMgPerL: some,
    }),
    { netVolumeL: 100, targetGPerL: 1, changeFraction: 0.3, no2MgPerL: 1, clMgPerL: 5 },
    (input, note) => explainedBy(note, saltCourse(input, note)),
  ),
  calculation(
    'care.ich-timing',
    'gaps and length of a course against white spot by warmth',
    v.strictObject({ tempC: n }),
    { tempC: 25 },
    (input, note) => explainedBy(note, ichTiming(input, note)),
  ),
  calculation(
    'care.quarantine',
    'when a quarantine ends and what stands in the way',
    v.strictObject({
      school: v.picklist(quarantineSchools),
      tempC: n,
      events: v.array(v.strictObject({ on: v.string(), kind: v.picklist(quarantineEventKinds) })),
      today: v.string(),
    }),
    { school: 'observe', tempC: 25, events: [{ on: '2026-03-01', kind: 'arrival' }], today: '2026-03-10' },
    (input, note) => explainedBy(note, quarantineClock(input, note)),
  ),
  calculation(
    'care.trace',
    'who may have given it and who may have got it',
    v.strictObject({
      contacts: v.array(
        v.strictObject({
          from: v.string(),
          to: v.string(),
          atDay: n,
          kind: v.picklist(contactKinds),
          broken: v.optional(v.boolean()),
        }),
      ),
      sick: v.string(),
      firstSignDay: n,
      windowDays: n,
    }),
    {
      contacts: [{ from: 'a', to: 'b', atDay: 3, kind: 'net' }],
      sick: 'b',
      firstSignDay: 5,
      windowDays: 14,
    },
    (input, note) => explainedBy(note, traceContacts(input, note)),
  ),
  calculation(
    'care.may-dose',
    'who would be harmed by an agent in this water',
    v.strictObject({
      agent: v.string(),
      kinds: v.array(v.string()),
      water: v.optional(v.record(v.string(), v.strictObject({ lo: end, hi: end })), {}),
      alsoPresent: v.optional(v.array(v.string()), []),
      doseMgPerL: some,
    }),
    { agent: 'D06', kinds: ['shrimp'], water: { ph: { lo: 7, hi: 7.2 } }, alsoPresent: [] },
    (input, note) => explainedBy(note, mayDose(input, careKnowledge, bookKinds, note)),
  ),
  calculation(
    'care.ration',
    'food by body mass, and the agent in it',
    v.strictObject({ bodyMassG: n, percentOfBodyMass: n, agentMgPerKgPerDay: some }),
    { bodyMassG: 40, percentOfBodyMass: 2, agentMgPerKgPerDay: 50 },
    (input, note) => explainedBy(note, rationOf(input, note)),
  ),
];
