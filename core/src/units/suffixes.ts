/**
 * The endings a numeric name may have. `tools/checks.mjs` reads this list and fails on any numeric field,
 * parameter or column without one. `ppm` and a bare "gallon" are never among them.
 */
export const unitSuffixes = [
  'L', 'Ml', 'LPerH', 'LPerDay',
  'Cm', 'Mm', 'Cm2', 'M',
  'G', 'Kg', 'GPerMl', 'KgPerL', 'GPerL',
  'C', 'K', 'CPerH', 'PerK',
  'Degrees', 'MeqPerL', 'MmolPerL', 'MolPerL', 'MgPerL', 'GPerMol', 'MgPerMeq',
  'UsPerCm', 'ScmPerEq', 'PerMeq',
  'Ms', 'EpochMs', 'Minutes', 'Hours', 'Days', 'Weeks', 'Years',
  'Atm', 'Percent', 'Px',
] as const;

/**
 * Dimensionless endings, and whole names that carry their own meaning. `Value`, `lo`, `hi` and `resolution` take their
 * unit from the parameter id beside them; k1, k2, kw and the activity coefficients are the field's own symbols.
 */
export const dimensionlessEndings = ['Fraction', 'Value', 'Count', 'Ratio', 'Factor', 'Index', 'Sequence', 'Version', 'Seed', 'Order', 'Rank', 'Decimals', 'Port', 'Status'] as const;
export const dimensionlessNames = ['ph', 'lo', 'hi', 'value', 'resolution', 'k1', 'k2', 'kw', 'gamma1', 'gamma2', 'id', 'factor', 'offset', 'version', 'seed', 'status', 'sequence', 'limit', 'length', 'index', 'count', 'step'] as const;
