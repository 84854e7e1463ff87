import { degreeMeqPerL, species } from '#core/units';

/**
 * Carbonate equilibrium in fresh water.
 * Source: Plummer & Busenberg 1982 (KH, K1, K2, Kw as used with it); activity by Davies with A = 0.509.
 * Range 0-50 °C, ionic strength under 0.1 mol/L. Not for water buffered by humics, phosphate or active soil.
 */
export interface CarbonateConstants {
  k1: number;
  k2: number;
  kw: number;
  /** Activity coefficients of singly and doubly charged ions. */
  gamma1: number;
  gamma2: number;
}

const log10Series = (c: readonly [number, number, number, number, number], tempK: number): number =>
  c[0] + c[1] * tempK + c[2] / tempK + c[3] * Math.log10(tempK) + c[4] / tempK ** 2;

const k1Series = [-356.3094, -0.06091964, 21834.37, 126.8339, -1684915] as const;
const k2Series = [-107.8871, -0.03252849, 5151.79, 38.92561, -563713.9] as const;
const kwSeries = [-283.971, -0.05069842, 13323, 102.24447, -1119669] as const;

/** log10 of the Davies activity coefficient; A 0.509 at 25 °C moves it by under 0.002 between 5 and 35 °C. */
function log10Gamma({ chargeCount, ionicMolPerL }: { chargeCount: number; ionicMolPerL: number }): number {
  const root = Math.sqrt(ionicMolPerL);
  return -0.509 * chargeCount ** 2 * (root / (1 + root) - 0.3 * ionicMolPerL);
}

/** Constants of the carbonate system as they hold in this water: by temperature in °C (0 to 40) and ionic strength in mol/L. */
export function carbonateConstants({
  tempC,
  ionicMolPerL,
}: {
  tempC: number;
  ionicMolPerL: number;
}): CarbonateConstants {
  const tempK = tempC + 273.15;
  return {
    k1: 10 ** log10Series(k1Series, tempK),
    k2: 10 ** log10Series(k2Series, tempK),
    kw: 10 ** log10Series(kwSeries, tempK),
    gamma1: 10 ** log10Gamma({ chargeCount: 1, ionicMolPerL }),
    gamma2: 10 ** log10Gamma({ chargeCount: 2, ionicMolPerL }),
  };
}

/**
 * Ionic strength of an ordinary fresh water of this KH, mol/L: 0.0008 per degree.
 * Our own estimate: a water whose hardness accompanies its alkalinity; half or double moves CO2 by under 3 %.
 */
export const ionicMolPerLFromKh = (khDegrees: number): number => 0.0008 * khDegrees;

/** Alkalinity in mol charge per litre. */
export const alkalinityMolPerL = (khDegrees: number): number => (khDegrees * degreeMeqPerL) / 1000;

/** Dissolved CO2 and total inorganic carbon in mol/L from pH and alkalinity; negative where acid exceeds alkalinity. */
export function carbonAt({
  ph,
  alkMolPerL,
  constants: c,
}: {
  ph: number;
  alkMolPerL: number;
  constants: CarbonateConstants;
}): { co2MolPerL: number; dicMolPerL: number } {
  const aH = 10 ** -ph;
  const carbonatePerBicarbonate = (c.k2 * c.gamma1) / (aH * c.gamma2);
  const bicarbonate = (alkMolPerL - c.kw / (aH * c.gamma1) + aH / c.gamma1) / (1 + 2 * carbonatePerBicarbonate);
  const co2MolPerL = (bicarbonate * c.gamma1 * aH) / c.k1;
  return { co2MolPerL, dicMolPerL: co2MolPerL + bicarbonate * (1 + carbonatePerBicarbonate) };
}

/** The pH that water of this alkalinity and total carbon has, closed to the air: bisection on a monotonic balance. */
export function phOf({
  alkMolPerL,
  dicMolPerL,
  constants: c,
}: {
  alkMolPerL: number;
  dicMolPerL: number;
  constants: CarbonateConstants;
}): number {
  const alkalinityAt = (ph: number): number => {
    const aH = 10 ** -ph;
    const r1 = c.k1 / (aH * c.gamma1);
    const r2 = (c.k2 * c.gamma1) / (aH * c.gamma2);
    const bicarbonate = (dicMolPerL * r1) / (1 + r1 * (1 + r2));
    return bicarbonate * (1 + 2 * r2) + c.kw / (aH * c.gamma1) - aH / c.gamma1;
  };
  let [low, high] = [2, 12];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (alkalinityAt(middle) < alkMolPerL) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** mol/L of CO2 as mg/L. */
export const co2MgPerLOf = (co2MolPerL: number): number => co2MolPerL * species.co2.molarGPerMol * 1000;

/** pH of water in balance with air: Henry's law with the same source; dry air at 420 ppm unless told otherwise. */
export function aeratedPh({
  khDegrees,
  tempC,
  airCo2Fraction = 420e-6,
}: {
  khDegrees: number;
  tempC: number;
  airCo2Fraction?: number;
}): number {
  const tempK = tempC + 273.15;
  const henry = 10 ** log10Series([108.3865, 0.01985076, -6919.53, -40.45154, 669365], tempK);
  const vapourAtm = Math.exp(11.8571 - 3840.7 / tempK - 216961 / tempK ** 2);
  const co2MolPerL = henry * airCo2Fraction * (1 - vapourAtm);
  return phHolding({ khDegrees, tempC, co2MolPerL });
}

/** pH of water of this carbonate hardness that holds this much CO2: bisection on a monotonic balance. */
function phHolding({ khDegrees, tempC, co2MolPerL }: { khDegrees: number; tempC: number; co2MolPerL: number }): number {
  const alkMolPerL = alkalinityMolPerL(khDegrees);
  const constants = carbonateConstants({ tempC, ionicMolPerL: ionicMolPerLFromKh(khDegrees) });
  let [low, high] = [4, 10];
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (carbonAt({ ph: middle, alkMolPerL, constants }).co2MolPerL > co2MolPerL) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** pH at a dissolved CO2 given in mg/L; the same balance as `aeratedPh`. */
export const phAtCo2 = ({
  khDegrees,
  tempC,
  co2MgPerL,
}: {
  khDegrees: number;
  tempC: number;
  co2MgPerL: number;
}): number => phHolding({ khDegrees, tempC, co2MolPerL: co2MgPerL / (species.co2.molarGPerMol * 1000) });
