/**
 * Annual flow of the Nile at Aswan, 10^8 m3, 1871-1970. Source: Cobb 1978, Biometrika 65, 243-251; used throughout
 * Durbin & Koopman 2012, Time Series Analysis by State Space Methods, 2nd ed., ch. 2, whose local level model has
 * variances 15099 (readings) and 1469.1 (level).
 */
export const nileFlows: readonly number[] = [
  1120, 1160, 963, 1210, 1160, 1160, 813, 1230, 1370, 1140, 995, 935, 1110, 994, 1020, 960, 1180, 799, 958, 1140, 1100,
  1210, 1150, 1250, 1260, 1220, 1030, 1100, 774, 840, 874, 694, 940, 833, 701, 916, 692, 1020, 1050, 969, 831, 726, 456,
  824, 702, 1120, 1100, 832, 764, 821, 768, 845, 864, 862, 698, 845, 744, 796, 1040, 759, 781, 865, 845, 944, 984, 897,
  822, 1010, 771, 676, 649, 846, 812, 742, 801, 1040, 860, 874, 848, 890, 744, 749, 838, 1050, 918, 986, 797, 923, 975,
  815, 1020, 906, 901, 1170, 912, 746, 919, 718, 714, 740,
];
export const nileVariances = { reading: 15099, level: 1469.1 };
