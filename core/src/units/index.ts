export { convert, quantityNamed, spanToCanonical, unitNamed } from './convert';
export { quantities, type Quantity, type Unit } from './quantities';
export { dimensionlessEndings, dimensionlessNames, unitSuffixes } from './suffixes';
export { atomicGPerMol, degreeCaco3MgPerL, degreeMeqPerL, degreeMmolPerL, species } from './weights';
