import { because, guarded, ok, refuse, type Result } from '#core/result';
import { degreeMeqPerL, degreeMmolPerL } from '#core/units';
import { ionConductivity } from './ion-conductivity';
import { noIons } from './salts';

/** Equivalent conductivity at infinite dilution, S cm²/eq at 25 °C (CRC Handbook, from memory): the least conductive partners. */
const lambda = { mg: 53.0, na: 50.08, hco3: 44.5, no3: 71.42 } as const;

/** Our own margins: for pairs where they are few, and for the mass law where they are many. */
const pairsFraction = 0.15;
const modelFraction = 0.1;

/** Sulphate pairs with magnesium and calcium and carries nothing then: the least conductive water of much hardness. */
function sulphateUsPerCm({ ghDegrees, khDegrees }: { ghDegrees: number; khDegrees: number }): number {
  const hardMmolPerL = ghDegrees * degreeMmolPerL;
  const hco3 = khDegrees * degreeMeqPerL;
  const rest = { na: Math.max(0, hco3 - 2 * hardMmolPerL), so4: Math.max(0, hardMmolPerL - hco3 / 2) };
  return Math.min(
    ...(['mg', 'ca'] as const).map(
      (cation) => ionConductivity({ ...noIons(), [cation]: hardMmolPerL, hco3, ...rest }).ec25UsPerCm,
    ),
  );
}

/**
 * The least conductivity that water of this GH and KH can have, µS/cm at 25 °C.
 *
 * Hardness needs its anions and alkalinity its cations: the least conductive ones are taken, lessened for ionic
 * strength (Standard Methods 2510) and by another 15 % for ion pairs (our own margin). In hard sulphate waters pairs take
 * more than that: there the conductivity by mass law (`ionConductivity`, less its own 10 %) is the lower bound. Below
 * this, one reading is wrong. Range: 0-60 degrees each. Refuses outside.
 * @example leastConductivity({ ghDegrees: 12, khDegrees: 0 }) // about 379 µS/cm: GH 12 cannot give 90
 */
export function leastConductivity({
  ghDegrees,
  khDegrees,
}: {
  ghDegrees: number;
  khDegrees: number;
}): Result<{ ec25UsPerCm: number }> {
  const range = { lo: 0, hi: 60, unit: 'degrees' };
  return guarded(
    [
      { field: 'ghDegrees', value: ghDegrees, range },
      { field: 'khDegrees', value: khDegrees, range },
    ],
    () => {
      const hardMeqPerL = ghDegrees * degreeMeqPerL;
      const alkMeqPerL = khDegrees * degreeMeqPerL;
      const otherAnionMeqPerL = Math.max(0, hardMeqPerL - alkMeqPerL);
      const otherCationMeqPerL = Math.max(0, alkMeqPerL - hardMeqPerL);
      const limitingUsPerCm =
        hardMeqPerL * lambda.mg +
        otherCationMeqPerL * lambda.na +
        alkMeqPerL * lambda.hco3 +
        otherAnionMeqPerL * lambda.no3;
      const ionicMolPerL = (2 * hardMeqPerL + alkMeqPerL + otherAnionMeqPerL + otherCationMeqPerL) / 2000;
      const root = Math.sqrt(ionicMolPerL);
      const yRatio = 10 ** (-0.5 * (root / (1 + root) - 0.3 * ionicMolPerL));
      const plainUsPerCm = (1 - pairsFraction) * limitingUsPerCm * yRatio ** 2;
      return ok({
        ec25UsPerCm: Math.min(plainUsPerCm, (1 - modelFraction) * sulphateUsPerCm({ ghDegrees, khDegrees })),
      });
    },
  );
}

/**
 * Conductivity brought to 25 °C: EC25 = EC / (1 + a (t − 25)); a division, never a multiplication.
 * Source: Standard Methods 2510 (a = 0.0191 per K). Range 0-50 °C.
 * @example conductivityAt25({ ecUsPerCm: 280, tempC: 20 }) // about 309.6 µS/cm
 */
export function conductivityAt25({
  ecUsPerCm,
  tempC,
  coefficientPerK = 0.0191,
}: {
  ecUsPerCm: number;
  tempC: number;
  coefficientPerK?: number;
}): Result<{ ec25UsPerCm: number }> {
  const guards = [
    { field: 'ecUsPerCm', value: ecUsPerCm, range: { lo: 0, hi: 200000, unit: 'µS/cm' } },
    { field: 'tempC', value: tempC, range: { lo: 0, hi: 50, unit: '°C' } },
    { field: 'coefficientPerK', value: coefficientPerK, range: { lo: 0, hi: 0.03, unit: 'per K' } },
  ];
  return guarded(guards, () => ok({ ec25UsPerCm: ecUsPerCm / (1 + coefficientPerK * (tempC - 25)) }));
}

/** Says whether a hardness pair and a conductivity can be of one water: refuses with the contradiction when they cannot. */
export function consistentHardness({
  ghDegrees,
  khDegrees,
  ec25UsPerCm,
}: {
  ghDegrees: number;
  khDegrees: number;
  ec25UsPerCm: number;
}): Result<{ leastUsPerCm: number }> {
  const least = leastConductivity({ ghDegrees, khDegrees });
  if (!least.ok) return least;
  const leastUsPerCm = least.value.ec25UsPerCm;
  if (ec25UsPerCm >= leastUsPerCm) return ok({ leastUsPerCm });
  return refuse({
    kind: 'contradiction',
    fields: ['ghDegrees', 'khDegrees', 'ec25UsPerCm'],
    why: because('hardness-against-conductivity', { ghDegrees, khDegrees, ec25UsPerCm, leastUsPerCm }),
  });
}
