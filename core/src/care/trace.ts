import { silent, type Recorder } from '#core/explain';
import { because, firstFault, ok, refuse, type Result } from '#core/result';

export const contactKinds = [
  'animals',
  'water',
  'plants',
  'media',
  'decorations',
  'net',
  'siphon',
  'hands',
  'hose',
  'jug',
  'neighbour',
] as const;
export type ContactKind = (typeof contactKinds)[number];
export interface Contact {
  from: string;
  to: string;
  atDay: number;
  kind: ContactKind;
  /** A dip kept to its strength and minutes, dried to the core, washed. */
  broken?: boolean | undefined;
}
export interface Traced {
  tank: string;
  risk: number;
  /** Tanks in the order it went, both ends with it. */
  path: readonly string[];
  /** The contacts on the way, by their place in the list. */
  contactIndices: readonly number[];
}

/** How much each way carries: our own ordinal estimate, low grade. */
export const contactWeights: Readonly<Record<ContactKind, number>> = {
  animals: 1,
  water: 0.9,
  plants: 0.9,
  media: 0.9,
  decorations: 0.9,
  net: 0.7,
  siphon: 0.7,
  hands: 0.3,
  hose: 0.2,
  jug: 0.2,
  neighbour: 0.2,
};
export const brokenWeight = 0.02;
/** Products in another order differ in their last digits only. */
const noise = 1e-12;

interface Label {
  risk: number;
  length: number;
  tank: string;
  contactIndex: number | null;
  before: Label | null;
}
const better = (a: Label, b: Label | undefined): boolean =>
  b === undefined || a.risk > b.risk * (1 + noise) || (a.risk >= b.risk * (1 - noise) && a.length < b.length);

/**
 * From one tank along the contacts day by day: at each tank the path of the highest risk so far. Whatever came earlier with a
 * higher risk is at least as good for what follows, so one label a tank is enough; contacts of one day go in either order.
 */
function spread(
  start: string,
  edges: readonly { from: string; to: string; atDay: number; weight: number; index: number }[],
): Map<string, Label> {
  const best = new Map<string, Label>([[start, { risk: 1, length: 0, tank: start, contactIndex: null, before: null }]]);
  for (let i = 0; i < edges.length;) {
    let end = i;
    while (end < edges.length && edges[end]?.atDay === edges[i]?.atDay) end++;
    const today = edges.slice(i, end);
    for (let moved = true; moved;) {
      moved = false;
      for (const edge of today) {
        const from = best.get(edge.from);
        if (!from || edge.to === start) continue;
        const label: Label = {
          risk: from.risk * edge.weight,
          length: from.length + 1,
          tank: edge.to,
          contactIndex: edge.index,
          before: from,
        };
        if (!better(label, best.get(edge.to))) continue;
        best.set(edge.to, label);
        moved = true;
      }
    }
    i = end;
  }
  best.delete(start);
  return best;
}
function walked(label: Label): { tanks: string[]; contactIndices: number[] } {
  const [tanks, contactIndices]: [string[], number[]] = [[], []];
  for (let at: Label | null = label; at; at = at.before) {
    tanks.push(at.tank);
    if (at.contactIndex !== null) contactIndices.push(at.contactIndex);
  }
  return { tanks, contactIndices };
}

/**
 * Who may have given it, and who may have got it: paths through dated contacts, forward in time, each with its risk as the
 * product of the weights on its way.
 *
 * Sources lie within the window before the first sign; exposed are all from the window's beginning on. Days of any one
 * calendar. Equal risks keep the shorter path. Weights are our estimate (low grade).
 * @example traceContacts({ contacts: [{ from: 'a', to: 'b', atDay: 3, kind: 'net' }], sick: 'b', firstSignDay: 5, windowDays: 14 })
 * // sources: a, 0.7
 */
export function traceContacts(
  {
    contacts,
    sick,
    firstSignDay,
    windowDays,
  }: {
    contacts: readonly Contact[];
    sick: string;
    firstSignDay: number;
    windowDays: number;
  },
  note: Recorder = silent,
): Result<{ sources: Traced[]; exposed: Traced[] }> {
  note.by('care.trace', 1);
  const fault = firstFault([
    { field: 'firstSignDay', value: firstSignDay, range: { lo: -1e6, hi: 1e6, unit: 'd' } },
    { field: 'windowDays', value: windowDays, range: { lo: 0, hi: 36_500, unit: 'd' } },
    ...contacts.map((c, i) => ({
      field: `contacts.${i}.atDay`,
      value: c.atDay,
      range: { lo: -1e6, hi: 1e6, unit: 'd' },
    })),
  ]);
  if (fault) return refuse(fault);
  const looped = contacts.findIndex((c) => c.from === c.to);
  if (looped >= 0) return refuse({ kind: 'malformed', field: `contacts.${looped}.to`, why: because('to-itself') });
  const since = note.step({
    id: 'since',
    label: 'Contacts count from day',
    unit: 'd',
    formula: 'first sign − window',
    terms: { sign: firstSignDay, window: windowDays },
    by: (x) => x.sign - x.window,
  });
  const edges = contacts.flatMap((c, index) =>
    c.atDay < since
      ? []
      : [
          {
            from: c.from,
            to: c.to,
            atDay: c.atDay,
            weight: c.broken === true ? brokenWeight : contactWeights[c.kind],
            index,
          },
        ],
  );
  const forward = spread(
    sick,
    [...edges].sort((a, b) => a.atDay - b.atDay),
  );
  const backward = spread(
    sick,
    edges
      .filter((e) => e.atDay <= firstSignDay)
      .map((e) => ({ ...e, from: e.to, to: e.from }))
      .sort((a, b) => b.atDay - a.atDay),
  );
  const listed = (labels: ReadonlyMap<string, Label>, turned: boolean): Traced[] =>
    [...labels.values()]
      .map((label): Traced => {
        const { tanks, contactIndices } = walked(label);
        return {
          tank: label.tank,
          risk: label.risk,
          path: turned ? tanks.reverse() : tanks,
          contactIndices: turned ? contactIndices.reverse() : contactIndices,
        };
      })
      .sort((a, b) => b.risk - a.risk || a.path.length - b.path.length || a.tank.localeCompare(b.tank));
  const [sources, exposed] = [listed(backward, false), listed(forward, true)];
  const shownCount = 3;
  for (const [way, found] of [['from', sources] as const, ['to', exposed] as const])
    for (const traced of found.slice(0, shownCount)) {
      const weights = traced.contactIndices.map((i) => {
        const c = contacts[i];
        return c?.broken === true ? brokenWeight : contactWeights[c?.kind ?? 'hands'];
      });
      note.step({
        id: `${way}-${traced.tank}`,
        label: `Risk ${way} ${traced.tank}`,
        unit: '',
        formula: 'product of the weights on the way',
        terms: Object.fromEntries(weights.map((w, i) => [`contact${i + 1}`, w])),
        by: (x) => Object.values(x).reduce((product, w) => product * w, 1),
      });
    }
  return ok({ sources, exposed });
}
