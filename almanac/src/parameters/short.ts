import type { ParameterId } from '#core/readings';

/** The short word of the trade for each, for sentences and labels. */
export const parameterWords: Record<ParameterId, string> = {
  tempC: 'Temp',
  ph: 'pH',
  ghDegrees: 'GH',
  khDegrees: 'KH',
  ec25UsPerCm: 'EC',
  tanMgPerL: 'TAN',
  no2MgPerL: 'NO₂',
  no3MgPerL: 'NO₃',
  po4MgPerL: 'PO₄',
  caMgPerL: 'Ca',
  mgMgPerL: 'Mg',
  naMgPerL: 'Na',
  kMgPerL: 'K',
  clMgPerL: 'Cl',
  so4MgPerL: 'SO₄',
  hco3MgPerL: 'HCO₃',
  o2MgPerL: 'O₂',
  cl2MgPerL: 'Cl₂',
  copperMgPerL: 'Cu',
  co2MgPerL: 'CO₂',
};
