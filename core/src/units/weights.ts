/**
 * Standard atomic weights, g/mol. Source: CIAAW 2021 abridged (quoted from memory; see docs/sources.md).
 */
export const atomicGPerMol = {
  h: 1.008,
  c: 12.011,
  n: 14.007,
  o: 15.999,
  na: 22.98977,
  mg: 24.305,
  p: 30.973762,
  s: 32.06,
  cl: 35.45,
  k: 39.0983,
  ca: 40.078,
} as const;

const { h, c, n, o, na, mg, p, s, cl, k, ca } = atomicGPerMol;

/** Molar mass in g/mol and charge number of the ions and molecules the water pages speak of. */
export const species = {
  ca: { molarGPerMol: ca, chargeCount: 2 },
  mg: { molarGPerMol: mg, chargeCount: 2 },
  na: { molarGPerMol: na, chargeCount: 1 },
  k: { molarGPerMol: k, chargeCount: 1 },
  cl: { molarGPerMol: cl, chargeCount: 1 },
  so4: { molarGPerMol: s + 4 * o, chargeCount: 2 },
  hco3: { molarGPerMol: h + c + 3 * o, chargeCount: 1 },
  n: { molarGPerMol: n, chargeCount: 1 },
  nh3: { molarGPerMol: n + 3 * h, chargeCount: 1 },
  nh4: { molarGPerMol: n + 4 * h, chargeCount: 1 },
  no2: { molarGPerMol: n + 2 * o, chargeCount: 1 },
  no3: { molarGPerMol: n + 3 * o, chargeCount: 1 },
  p: { molarGPerMol: p, chargeCount: 3 },
  po4: { molarGPerMol: p + 4 * o, chargeCount: 3 },
  co2: { molarGPerMol: c + 2 * o, chargeCount: 0 },
  cao: { molarGPerMol: ca + o, chargeCount: 2 },
  caco3: { molarGPerMol: ca + c + 3 * o, chargeCount: 2 },
} as const;

/** 1 °dH = 10 mg/L CaO (DIN 38409-6): 0.17833 mmol/L of hardness, 0.35665 meq/L, 17.848 mg/L as CaCO3. */
export const degreeMmolPerL = 10 / species.cao.molarGPerMol;
export const degreeMeqPerL = 2 * degreeMmolPerL;
export const degreeCaco3MgPerL = degreeMmolPerL * species.caco3.molarGPerMol;
