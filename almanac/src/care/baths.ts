import type { BathRecipe, BleachTime, ToolDip } from '#core/care';

/** Baths and dips in a tub of their own: strength, minutes at most, and the word for people. All from memory. */
export const baths: readonly BathRecipe[] = [
  {
    id: 'salt-fish',
    name: 'salt dip, fish',
    host: 'fish',
    agentId: 'D01',
    targetGPerL: 30,
    productPercent: null,
    minutes: 5,
    people: 'Keep it out of cuts',
    grade: 'published',
    sourceIds: ['ifas-health'],
  },
  {
    id: 'salt-bath',
    name: 'salt bath, fish',
    host: 'fish',
    agentId: 'D01',
    targetGPerL: 10,
    productPercent: null,
    minutes: 20,
    people: 'Keep it out of cuts',
    grade: 'published',
    sourceIds: ['ifas-health'],
  },
  {
    id: 'salt-shrimp',
    name: 'salt dip, shrimp',
    host: 'shrimp',
    agentId: 'D01',
    targetGPerL: 30,
    productPercent: null,
    minutes: 0.75,
    people: 'Keep it out of cuts',
    grade: 'common-practice',
    sourceIds: ['trade-shrimp'],
  },
  {
    id: 'alum',
    name: 'alum, plants',
    host: 'plants',
    agentId: null,
    targetGPerL: 12,
    productPercent: null,
    minutes: 180,
    people: 'The dust irritates eyes and lungs: gloves, goggles, weigh it without wind; never into a tank',
    grade: 'common-practice',
    sourceIds: ['trade-plants'],
  },
  {
    id: 'permanganate',
    name: 'permanganate, plants',
    host: 'plants',
    agentId: 'D17',
    targetGPerL: 0.01,
    productPercent: null,
    minutes: 15,
    people: 'Strong oxidiser: fire with glycerol or alcohol; gloves, goggles; stains what it touches',
    grade: 'common-practice',
    sourceIds: ['trade-plants'],
  },
  {
    id: 'peroxide',
    name: 'peroxide of 3 %, plants',
    host: 'plants',
    agentId: 'D16',
    targetGPerL: 6,
    productPercent: 3,
    minutes: 5,
    people: 'Burns eyes and skin: gloves, goggles; never with bleach or permanganate',
    grade: 'common-practice',
    sourceIds: ['trade-plants'],
  },
];

/** Minutes in bleach by how hardy a plant is, both schools within them; none at all for what dies of it. */
export const bleachTimes: readonly BleachTime[] = [
  { id: 'tough', name: 'tough (ferns, swords, wood)', minutes: 2.5 },
  { id: 'stems', name: 'stems, carpets, the tender', minutes: 2 },
  { id: 'unsure', name: 'not sure: one trial stem', minutes: 1.5 },
  { id: 'moss', name: 'mosses, liverworts', minutes: 0 },
];

/** What tools are dipped in, and the minutes from which it counts. From memory. */
export const toolDips: readonly ToolDip[] = [
  {
    agentId: 'D24',
    name: 'bleach, 200 mg/L available chlorine',
    leastMinutes: 30,
    grade: 'published',
    sourceIds: ['ifas-health'],
  },
  {
    agentId: 'D16',
    name: 'peroxide of 3 %, undiluted',
    leastMinutes: 10,
    grade: 'common-practice',
    sourceIds: ['trade-plants'],
  },
  {
    agentId: 'D17',
    name: 'permanganate, 10 mg/L',
    leastMinutes: 30,
    grade: 'common-practice',
    sourceIds: ['trade-plants'],
  },
];
