import { noted, type Note, silent, type Recorder } from '#core/explain';
import { parameterIds, traitsOf, type ParameterId, type Water } from '#core/readings';
import { because, firstFault, ok, refuse, type Refusal, type Result } from '#core/result';
import { degreeMeqPerL, degreeMmolPerL, species } from '#core/units';
import { consistentHardness } from './conductivity';
import { ionConductivity } from './ion-conductivity';
import { ionOf, ions, noIons, type Ion, type IonTable } from './salts';

/** Where an ion list stands among the parameters of a water. */
export const ionParameters = Object.fromEntries(
  parameterIds.flatMap((id) => {
    const { ion } = traitsOf(id);
    return ion === null ? [] : [[ion, id]];
  }),
) as Readonly<Record<Ion, ParameterId>>;

/** mg/L of the parameter in one mmol/L of the ion; phosphate is told as PO4. */
export const mgPerMmol = (ion: Ion): number => (ion === 'h2po4' ? species.po4.molarGPerMol : ionOf[ion].molarGPerMol);

/** Calcium to magnesium by mass where only hardness is known. Ours: most surface and ground waters lie between 2 and 8. */
const usualCaMgRatio = 4;
/** Charges of a full ion list may differ by so much of their sum (Standard Methods 1030 E allows 2-5 % in a laboratory). */
const chargeRoomFraction = 0.1;

export interface IonReading {
  mmolPerL: IonTable;
  /** What was not known and had to be supposed. */
  assumptions: Note[];
  /** Measured conductivity less the model's: kept with the water, so that what was measured stays. */
  ecExcessUsPerCm: number;
}

const charge = (table: IonTable, sign: 1 | -1): number =>
  ions.reduce((sum, ion) => {
    const { chargeCount } = ionOf[ion];
    return Math.sign(chargeCount) === sign ? sum + table[ion] * Math.abs(chargeCount) : sum;
  }, 0);

/** Charges of a water in meq/L and their difference as a share of the sum. */
export function ionCharges(table: IonTable): {
  cationsMeqPerL: number;
  anionsMeqPerL: number;
  differenceFraction: number;
} {
  const [cationsMeqPerL, anionsMeqPerL] = [charge(table, 1), charge(table, -1)];
  const sum = cationsMeqPerL + anionsMeqPerL;
  return { cationsMeqPerL, anionsMeqPerL, differenceFraction: sum === 0 ? 0 : (cationsMeqPerL - anionsMeqPerL) / sum };
}

/**
 * The ions of a water, as far as they are known; the rest is supposed, and said: bicarbonate from KH, calcium and
 * magnesium from GH, and the ion that balances the charge (chloride, then sulphate, or sodium).
 *
 * mmol/L. Refuses negative values, a conductivity below what hardness takes, hardness that its calcium and magnesium cannot give, and a full ion list whose
 * charges differ by more than a tenth. Sources: Standard Methods 1030 E and 2340 B.
 * @example ionsOf({ ghDegrees: 0, khDegrees: 0 }).value.mmolPerL.ca // 0: pure water
 */
export function ionsOf(water: Water, note: Recorder = silent): Result<IonReading> {
  const fault = firstFault(
    [...Object.values(ionParameters), 'ghDegrees' as const, 'khDegrees' as const, 'ec25UsPerCm' as const]
      .filter((id) => water[id] !== undefined)
      .map((id) => ({ field: `source.${id}`, value: water[id], range: { lo: 0, hi: 1e5, unit: '' } })),
  );
  if (fault) return refuse(fault);
  const table = noIons();
  const assumptions: Note[] = [];
  for (const ion of ions) {
    const mgPerL = water[ionParameters[ion]];
    if (mgPerL !== undefined) table[ion] = mgPerL / mgPerMmol(ion);
  }
  const thin = thinnerThanHard(water);
  if (thin) return refuse(thin);
  const hard = hardnessInto(table, water, assumptions);
  if (!hard.ok) return hard;
  if (water.hco3MgPerL === undefined && water.khDegrees !== undefined) table.hco3 = water.khDegrees * degreeMeqPerL;
  const balanced = balance(table, water, assumptions);
  if (!balanced.ok) return balanced;
  assumptions.forEach((assumption) => {
    note.assumed(assumption);
  });
  const ecExcessUsPerCm = water.ec25UsPerCm === undefined ? 0 : water.ec25UsPerCm - ionConductivity(table).ec25UsPerCm;
  return ok({ mmolPerL: table, assumptions, ecExcessUsPerCm });
}

/** Hardness and alkalinity take a least conductivity: below it one of the values is off. */
function thinnerThanHard({ ghDegrees = 0, khDegrees = 0, ec25UsPerCm }: Water): Refusal | null {
  if (ec25UsPerCm === undefined) return null;
  const told = consistentHardness({
    ghDegrees: Math.min(ghDegrees, 60),
    khDegrees: Math.min(khDegrees, 60),
    ec25UsPerCm,
  });
  return told.ok || told.refusal.kind !== 'contradiction'
    ? null
    : { ...told.refusal, fields: told.refusal.fields.map((field) => `source.${field}`) };
}

function hardnessInto(table: IonTable, { ghDegrees, caMgPerL, mgMgPerL }: Water, assumptions: Note[]): Result<null> {
  if (ghDegrees === undefined) return ok(null);
  const hardMmolPerL = ghDegrees * degreeMmolPerL;
  const told = table.ca + table.mg;
  const disagree = (): Result<null> =>
    refuse({
      kind: 'contradiction',
      fields: ['source.ghDegrees', 'source.caMgPerL', 'source.mgMgPerL'],
      why: because('ions-against-hardness', { ionGhDegrees: told / degreeMmolPerL, ghDegrees }),
    });
  const roomMmolPerL = Math.max(0.5 * degreeMmolPerL, chargeRoomFraction * hardMmolPerL);
  if (caMgPerL !== undefined && mgMgPerL !== undefined)
    return Math.abs(told - hardMmolPerL) > roomMmolPerL ? disagree() : ok(null);
  if (caMgPerL !== undefined || mgMgPerL !== undefined) {
    if (told > hardMmolPerL + roomMmolPerL) return disagree();
    const rest = Math.max(0, hardMmolPerL - told);
    if (caMgPerL === undefined) table.ca = rest;
    else table.mg = rest;
    return ok(null);
  }
  if (hardMmolPerL === 0) return ok(null);
  const mgShare = 1 / (1 + (usualCaMgRatio * ionOf.mg.molarGPerMol) / ionOf.ca.molarGPerMol);
  table.mg = hardMmolPerL * mgShare;
  table.ca = hardMmolPerL - table.mg;
  assumptions.push(noted('ca-mg-supposed', { caMgRatio: usualCaMgRatio }));
  return ok(null);
}

function balance(table: IonTable, water: Water, assumptions: Note[]): Result<null> {
  const { cationsMeqPerL, anionsMeqPerL, differenceFraction } = ionCharges(table);
  const missing = cationsMeqPerL - anionsMeqPerL;
  if (Math.abs(missing) < 1e-6) return ok(null);
  const known = [water.naMgPerL, water.clMgPerL, water.so4MgPerL].every((value) => value !== undefined);
  const hardnessKnown = water.ghDegrees !== undefined || (water.caMgPerL !== undefined && water.mgMgPerL !== undefined);
  const alkalinityKnown = water.khDegrees !== undefined || water.hco3MgPerL !== undefined;
  if (known && hardnessKnown && alkalinityKnown) {
    const smallMeqPerL = Math.abs(missing) < 0.1;
    return Math.abs(differenceFraction) > chargeRoomFraction && !smallMeqPerL
      ? refuse({
          kind: 'contradiction',
          fields: Object.values(ionParameters)
            .filter((id) => water[id] !== undefined)
            .map((id) => `source.${id}`),
          why: because('charges-apart', { cationsMeqPerL, anionsMeqPerL }),
        })
      : ok(null);
  }
  if (missing < 0) table.na -= missing;
  else if (water.clMgPerL === undefined) table.cl += missing;
  else table.so4 += missing / 2;
  const by = missing < 0 ? 'sodium' : water.clMgPerL === undefined ? 'chloride' : 'sulphate';
  assumptions.push(noted('balance-supposed', { by }));
  return ok(null);
}

/** A water from its ions: mg/L, degrees, conductivity; `ecExcessUsPerCm` is what measuring knew beyond the ions. */
export function waterOfIons({
  mmolPerL,
  ecExcessUsPerCm = 0,
}: {
  mmolPerL: IonTable;
  ecExcessUsPerCm?: number;
}): Water {
  const water: Water = {
    ghDegrees: (mmolPerL.ca + mmolPerL.mg) / degreeMmolPerL,
    khDegrees: mmolPerL.hco3 / degreeMeqPerL,
    ec25UsPerCm: Math.max(0, ionConductivity(mmolPerL).ec25UsPerCm + ecExcessUsPerCm),
  };
  for (const ion of ions) water[ionParameters[ion]] = mmolPerL[ion] * mgPerMmol(ion);
  return water;
}
