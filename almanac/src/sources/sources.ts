export interface Source {
  id: string;
  kind: 'published' | 'common-practice' | 'ours';
  title: string;
  detail: string;
}

/** Every source a rule, formula or band may name. Published ones are quoted from memory; see docs/sources.md. */
export const sources: readonly Source[] = [
  {
    id: 'kalman-1960',
    kind: 'published',
    title: 'Kalman 1960',
    detail: 'A new approach to linear filtering and prediction problems. J. Basic Eng. 82:35.',
  },
  {
    id: 'rauch-1965',
    kind: 'published',
    title: 'Rauch, Tung & Striebel 1965',
    detail: 'Maximum likelihood estimates of linear dynamic systems. AIAA Journal 3:1445.',
  },
  {
    id: 'durbin-koopman-2012',
    kind: 'published',
    title: 'Durbin & Koopman 2012',
    detail: 'Time Series Analysis by State Space Methods, 2nd ed., Oxford; the local level model of chapter 2.',
  },
  {
    id: 'emerson-1975',
    kind: 'published',
    title: 'Emerson, Russo, Lund & Thurston 1975',
    detail: 'Aqueous ammonia equilibrium calculations: effect of pH and temperature. J. Fish. Res. Board Can. 32:2379.',
  },
  {
    id: 'plummer-1982',
    kind: 'published',
    title: 'Plummer & Busenberg 1982',
    detail:
      'The solubilities of calcite, aragonite and vaterite in CO2–H2O solutions. Geochim. Cosmochim. Acta 46:1011.',
  },
  {
    id: 'davies-activity',
    kind: 'published',
    title: 'Davies equation',
    detail: 'C. W. Davies, Ion Association, 1962; as used in aquatic chemistry textbooks.',
  },
  {
    id: 'standard-methods',
    kind: 'published',
    title: 'Standard Methods for the Examination of Water and Wastewater',
    detail: '1030 E (charge balance), 2320 (alkalinity), 2340 B (hardness by calculation), 2510 (conductivity).',
  },
  {
    id: 'din-38409',
    kind: 'published',
    title: 'DIN 38409-6',
    detail: 'Definition of the German degree of hardness: 10 mg/L CaO.',
  },
  {
    id: 'ciaaw-2021',
    kind: 'published',
    title: 'CIAAW abridged standard atomic weights 2021',
    detail: 'Atomic weights behind every conversion between ions and “as N”, “as P”.',
  },
  {
    id: 'nist-811',
    kind: 'published',
    title: 'NIST Special Publication 811',
    detail: 'US gallon, pound, inch and grain.',
  },
  {
    id: 'crc-handbook',
    kind: 'published',
    title: 'CRC Handbook of Chemistry and Physics',
    detail: 'Equivalent conductivities of ions at 25 °C.',
  },
  {
    id: 'robinson-stokes-1959',
    kind: 'published',
    title: 'Robinson & Stokes 1959',
    detail: 'Electrolyte Solutions, 2nd ed.; Onsager’s limiting slopes of conductivity.',
  },
  {
    id: 'mass-balance',
    kind: 'published',
    title: 'Mass and heat balance',
    detail: 'Conservation of mass and heat on mixing; any textbook of chemical engineering.',
  },
  {
    id: 'srac-462',
    kind: 'published',
    title: 'SRAC Publication 462',
    detail:
      'Nitrite in fish ponds: the 10 : 1 chloride rule, by mass. Whether as ion or as N is unsure; the safer, the ion, is taken.',
  },
  {
    id: 'ifas-ammonia',
    kind: 'published',
    title: 'UF/IFAS fish-health circular on ammonia in aquatic systems',
    detail:
      'Damage from about 0.05 mg/L un-ionised ammonia; 0.02 as the long-term level of concern in fish-health literature.',
  },
  {
    id: 'noga-2010',
    kind: 'published',
    title: 'Noga, Fish Disease: Diagnosis and Treatment, 2nd ed. 2010',
    detail: 'Environmental limits and husbandry of freshwater fish.',
  },
  {
    id: 'riehl-baensch',
    kind: 'published',
    title: 'Riehl & Baensch, Aquarium Atlas vol. 1',
    detail: 'Ranges of temperature, pH and hardness of common freshwater aquarium fish.',
  },
  {
    id: 'kasselmann',
    kind: 'published',
    title: 'Kasselmann, Aquarium Plants',
    detail: 'Ranges of temperature, pH and hardness of aquarium plants.',
  },
  {
    id: 'dillon-2000',
    kind: 'published',
    title: 'Dillon, The Ecology of Freshwater Molluscs, 2000',
    detail: 'Calcium and hardness requirements of freshwater snails.',
  },
  {
    id: 'karge-klotz',
    kind: 'published',
    title: 'Karge & Klotz, Süßwassergarnelen aus aller Welt',
    detail: 'Ranges of temperature, pH and hardness of freshwater shrimp.',
  },
  {
    id: 'epa-1975',
    kind: 'published',
    title: 'US EPA 1975, Process Design Manual for Nitrogen Control',
    detail: 'Growth of nitrifying bacteria with temperature and pH.',
  },
  {
    id: 'jones-1931',
    kind: 'published',
    title: 'Jones 1931, USDA Circular 183',
    detail: 'Protein is 6.25 times its nitrogen.',
  },
  {
    id: 'nrc-2011',
    kind: 'published',
    title: 'National Research Council 2011, Nutrient Requirements of Fish and Shrimp',
    detail: 'Protein of feeds and daily rations.',
  },
  {
    id: 'evans-2005',
    kind: 'published',
    title: 'Evans, Piermarini & Choe 2005, Physiol. Rev. 85:97',
    detail: 'Osmoregulation of fish in fresh water.',
  },
  {
    id: 'greenaway-1985',
    kind: 'published',
    title: 'Greenaway 1985, Biol. Rev. 60:425',
    detail: 'Calcium balance and moulting in crustaceans.',
  },
  {
    id: 'benson-krause-1984',
    kind: 'published',
    title: 'Benson & Krause 1984, Limnol. Oceanogr. 29:620',
    detail: 'Oxygen in fresh water in balance with air, as in Standard Methods 4500-O (from memory).',
  },
  {
    id: 'waters-1993',
    kind: 'published',
    title: 'Waters, Putz-Anderson, Garg & Fine 1993, Ergonomics 36:749',
    detail: 'The revised NIOSH lifting equation: load constant 23 kg.',
  },
  {
    id: 'iglewicz-1993',
    kind: 'published',
    title: 'Iglewicz & Hoaglin 1993, How to Detect and Handle Outliers',
    detail: 'Modified z score 0.6745 (x − median) / MAD; an outlier beyond 3.5 (from memory).',
  },
  {
    id: 'ifas-oxygen',
    kind: 'published',
    title: 'UF/IFAS Extension, Francis-Floyd: Dissolved Oxygen for Fish Production (FA27)',
    detail: 'Under 5 mg/L fish are stressed; under 2 they may die (from memory).',
  },
  {
    id: 'roberts-fish-pathology',
    kind: 'published',
    title: 'Roberts (ed.), Fish Pathology',
    detail: 'Recognition of diseases of fish (from memory, to be verified).',
  },
  {
    id: 'stoskopf-fish-medicine',
    kind: 'published',
    title: 'Stoskopf, Fish Medicine',
    detail: 'Recognition and care of sick fish (from memory, to be verified).',
  },
  {
    id: 'untergasser',
    kind: 'published',
    title: 'Untergasser, Handbook of Fish Diseases',
    detail: 'What a keeper sees, and what is behind it (from memory, to be verified).',
  },
  {
    id: 'ifas-health',
    kind: 'published',
    title: 'UF/IFAS Extension circulars on fish health (Francis-Floyd, Yanong, Watson, Petty)',
    detail: 'Water faults, parasites, columnaris, quarantine (from memory, to be verified).',
  },
  {
    id: 'msd-aquatic',
    kind: 'published',
    title: 'Merck/MSD Veterinary Manual, aquatic chapters',
    detail: 'Diseases of fish, zoonoses (from memory, to be verified).',
  },
  {
    id: 'lightner',
    kind: 'published',
    title: 'Lightner, A Handbook of Shrimp Pathology',
    detail: 'Penaeid shrimp, carried over to dwarf shrimp (from memory, to be verified).',
  },
  {
    id: 'boyd',
    kind: 'published',
    title: 'Boyd, Water Quality in Ponds for Aquaculture',
    detail: 'Ammonia, chlorine, oxygen, hydrogen sulphide (from memory, to be verified).',
  },
  {
    id: 'timmons-ebeling',
    kind: 'published',
    title: 'Timmons & Ebeling, Recirculating Aquaculture',
    detail: 'Nitrite and chloride, nitrification (from memory, to be verified).',
  },
  {
    id: 'walstad',
    kind: 'published',
    title: 'Walstad, Ecology of the Planted Aquarium',
    detail: 'Plants and growth in low-tech tanks (from memory, to be verified).',
  },
  {
    id: 'graham-wilcox',
    kind: 'published',
    title: 'Graham & Wilcox, Algae',
    detail: 'Identity of algae (from memory, to be verified).',
  },
  {
    id: 'marschner',
    kind: 'published',
    title: 'Marschner, Mineral Nutrition of Higher Plants',
    detail: 'Which nutrient moves within a plant: old or new leaves (from memory, to be verified).',
  },
  {
    id: 'trade-plants',
    kind: 'common-practice',
    title: 'Common practice among keepers of planted tanks',
    detail: 'Targets of nutrients, order of measures against growth.',
  },
  {
    id: 'trade-shrimp',
    kind: 'common-practice',
    title: 'Common practice among shrimp keepers',
    detail: 'Bands that several keepers state; pen ppm with no factor named.',
  },
  {
    id: 'trade-fish',
    kind: 'common-practice',
    title: 'Common practice among fish keepers',
    detail: 'Nitrate ceilings and change habits that several keepers state.',
  },
  {
    id: 'single-plant-keeper',
    kind: 'common-practice',
    title: 'A single keeper’s observation',
    detail: 'One planted-tank keeper’s figure for pen ppm; not confirmed by another.',
  },
  {
    id: 'ours',
    kind: 'ours',
    title: 'Our own estimate',
    detail: 'Set by us where nobody states a figure; meant to be replaced.',
  },
];
