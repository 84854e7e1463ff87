import { refuse, ok, type Result } from '#core/result';
import { atomicGPerMol, species } from '#core/units';

/** Ions a recipe is counted in. Carbonates count as bicarbonate (CO2 taken up), phosphate as H2PO4. */
export const ions = ['ca', 'mg', 'na', 'k', 'cl', 'so4', 'hco3', 'no3', 'h2po4'] as const;
export type Ion = (typeof ions)[number];
export type IonTable = Record<Ion, number>;

const { h, o, p } = atomicGPerMol;
const h2po4GPerMol = 2 * h + p + 4 * o;

/** Molar mass and signed charge of each ion. */
export const ionOf: Record<Ion, { label: string; molarGPerMol: number; chargeCount: number }> = {
  ca: { label: 'Ca', molarGPerMol: species.ca.molarGPerMol, chargeCount: 2 },
  mg: { label: 'Mg', molarGPerMol: species.mg.molarGPerMol, chargeCount: 2 },
  na: { label: 'Na', molarGPerMol: species.na.molarGPerMol, chargeCount: 1 },
  k: { label: 'K', molarGPerMol: species.k.molarGPerMol, chargeCount: 1 },
  cl: { label: 'Cl', molarGPerMol: species.cl.molarGPerMol, chargeCount: -1 },
  so4: { label: 'SO₄', molarGPerMol: species.so4.molarGPerMol, chargeCount: -2 },
  hco3: { label: 'HCO₃', molarGPerMol: species.hco3.molarGPerMol, chargeCount: -1 },
  no3: { label: 'NO₃', molarGPerMol: species.no3.molarGPerMol, chargeCount: -1 },
  h2po4: { label: 'H₂PO₄', molarGPerMol: h2po4GPerMol, chargeCount: -1 },
};

const waterGPerMol = 2 * h + o;
const massOf = (parts: Partial<Record<Ion, number>>): number =>
  ions.reduce((sum, ion) => sum + (parts[ion] ?? 0) * ionOf[ion].molarGPerMol, 0);
/** CO3 in the crystal, HCO3 in the water: each takes up one H and half a C less; the crystal holds the carbonate. */
const carbonateGPerMol = atomicGPerMol.c + 3 * o;

export const saltIds = [
  'caso4-2h2o',
  'cacl2',
  'cacl2-2h2o',
  'mgso4-7h2o',
  'mgcl2-6h2o',
  'caco3',
  'nahco3',
  'khco3',
  'k2co3',
  'k2so4',
  'nacl',
  'kcl',
  'kno3',
  'kh2po4',
] as const;
export type SaltId = (typeof saltIds)[number];

export interface Salt {
  id: SaltId;
  name: string;
  formula: string;
  molarGPerMol: number;
  /** Moles of each ion that one mole sets free. */
  gives: Partial<Record<Ion, number>>;
  /** What dissolves in a litre of water at 20 °C. CRC Handbook, from memory, rounded. */
  solubleGPerL: number;
  /** Dissolves only with CO2, slowly; counted as if it had. */
  needsCo2: boolean;
}

const salt = (
  id: SaltId,
  name: string,
  formula: string,
  gives: Salt['gives'],
  solubleGPerL: number,
  more: { hydrateCount?: number; carbonate?: boolean; needsCo2?: boolean } = {},
): Salt => {
  const cations = massOf({ ...gives, hco3: 0 });
  const bicarbonates = gives.hco3 ?? 0;
  // Two bicarbonates of the water come from one carbonate of the crystal.
  const anions = more.carbonate ? (bicarbonates / 2) * carbonateGPerMol : bicarbonates * ionOf.hco3.molarGPerMol;
  return {
    id,
    name,
    formula,
    gives,
    solubleGPerL,
    molarGPerMol: cations + anions + (more.hydrateCount ?? 0) * waterGPerMol,
    needsCo2: more.needsCo2 ?? false,
  };
};

/** Molar masses from CIAAW 2021 weights. */
export const salts: Record<SaltId, Salt> = {
  'caso4-2h2o': salt('caso4-2h2o', 'calcium sulphate dihydrate', 'CaSO₄·2H₂O', { ca: 1, so4: 1 }, 2.4, {
    hydrateCount: 2,
  }),
  cacl2: salt('cacl2', 'calcium chloride, anhydrous', 'CaCl₂', { ca: 1, cl: 2 }, 740),
  'cacl2-2h2o': salt('cacl2-2h2o', 'calcium chloride dihydrate', 'CaCl₂·2H₂O', { ca: 1, cl: 2 }, 980, {
    hydrateCount: 2,
  }),
  'mgso4-7h2o': salt('mgso4-7h2o', 'magnesium sulphate heptahydrate', 'MgSO₄·7H₂O', { mg: 1, so4: 1 }, 710, {
    hydrateCount: 7,
  }),
  'mgcl2-6h2o': salt('mgcl2-6h2o', 'magnesium chloride hexahydrate', 'MgCl₂·6H₂O', { mg: 1, cl: 2 }, 1570, {
    hydrateCount: 6,
  }),
  caco3: salt('caco3', 'calcium carbonate', 'CaCO₃', { ca: 1, hco3: 2 }, 0.013, { carbonate: true, needsCo2: true }),
  nahco3: salt('nahco3', 'sodium bicarbonate', 'NaHCO₃', { na: 1, hco3: 1 }, 96),
  khco3: salt('khco3', 'potassium bicarbonate', 'KHCO₃', { k: 1, hco3: 1 }, 337),
  k2co3: salt('k2co3', 'potassium carbonate', 'K₂CO₃', { k: 2, hco3: 2 }, 1110, { carbonate: true }),
  k2so4: salt('k2so4', 'potassium sulphate', 'K₂SO₄', { k: 2, so4: 1 }, 111),
  nacl: salt('nacl', 'sodium chloride', 'NaCl', { na: 1, cl: 1 }, 359),
  kcl: salt('kcl', 'potassium chloride', 'KCl', { k: 1, cl: 1 }, 340),
  kno3: salt('kno3', 'potassium nitrate', 'KNO₃', { k: 1, no3: 1 }, 316),
  kh2po4: salt('kh2po4', 'potassium dihydrogen phosphate', 'KH₂PO₄', { k: 1, h2po4: 1 }, 226),
};

/** A salt by its id; refuses one that is not on the shelf. */
export function saltNamed(id: string): Result<Salt> {
  const found = saltIds.find((known) => known === id);
  return found ? ok(salts[found]) : refuse({ kind: 'unknown-name', field: 'shelf', text: id, known: [...saltIds] });
}

/** What one gram of a salt sets free in one litre, mmol/L of each ion. `purityFraction` by its label. */
export function ionsPerGram({
  salt: { gives, molarGPerMol },
  purityFraction = 1,
}: {
  salt: Salt;
  purityFraction?: number;
}): IonTable {
  const table = noIons();
  for (const ion of ions) table[ion] = ((gives[ion] ?? 0) * 1000 * purityFraction) / molarGPerMol;
  return table;
}

/** A table of ions with nothing in it. */
export const noIons = (): IonTable => ({ ca: 0, mg: 0, na: 0, k: 0, cl: 0, so4: 0, hco3: 0, no3: 0, h2po4: 0 });
