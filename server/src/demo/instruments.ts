import type { CalibrationPayload, InstrumentPayload } from '#contracts/book';

/** The kits and pens of the demo house; days until a date from tonight, past ones below nothing. Invented. */
export interface DemoInstrument {
  key: string;
  payload: Omit<InstrumentPayload, 'startedOn' | 'expiresOn'>;
  expiresInDays: number | null;
  /** The tank it stands in for good. */
  tankKey?: string;
  calibrations: readonly { agoDays: number; payload: CalibrationPayload }[];
}
const plain = {
  steps: [],
  doubleSample: false,
  penFactor: null,
  reportsAsElement: false,
  compensatesTemperature: true,
  calibrateEveryDays: null,
  retired: false,
} satisfies Partial<InstrumentPayload>;
const calibrated = (
  agoDays: number,
  parameter: CalibrationPayload['parameter'],
  standardValue: number,
  shownValue: number,
  adjusted = false,
) => ({
  agoDays,
  payload: { parameter, standardValue, shownValue, adjusted },
});

export const demoInstruments: readonly DemoInstrument[] = [
  {
    key: 'ec-pen',
    payload: {
      ...plain,
      name: 'Grey conductivity pen',
      deviceId: 'grey-ec-pen',
      type: 'pen',
      parameters: ['ec25UsPerCm'],
      resolutionValue: 1,
      calibrateEveryDays: 60,
    },
    expiresInDays: null,
    calibrations: [
      calibrated(300, 'ec25UsPerCm', 1413, 1360, true),
      calibrated(40, 'ec25UsPerCm', 1413, 1402),
      calibrated(39, 'ec25UsPerCm', 0, 0),
    ],
  },
  {
    key: 'ph-pen',
    payload: {
      ...plain,
      name: 'pH pen',
      deviceId: 'ph-pen',
      type: 'pen',
      parameters: ['ph'],
      resolutionValue: 0.1,
      calibrateEveryDays: 30,
    },
    expiresInDays: null,
    calibrations: [calibrated(200, 'ph', 7, 7.2, true), calibrated(68, 'ph', 7, 6.8, true)],
  },
  {
    key: 'gh-drops',
    payload: { ...plain, name: 'GH drops', type: 'drop-test', parameters: ['ghDegrees'], resolutionValue: 1 },
    expiresInDays: 240,
    calibrations: [],
  },
  {
    key: 'kh-drops',
    payload: {
      ...plain,
      name: 'KH drops, double sample',
      type: 'drop-test',
      parameters: ['khDegrees'],
      resolutionValue: 1,
      doubleSample: true,
    },
    expiresInDays: 45,
    calibrations: [],
  },
  {
    key: 'no3-chart',
    payload: {
      ...plain,
      name: 'Nitrate colours',
      type: 'colour-chart',
      parameters: ['no3MgPerL'],
      steps: [0, 5, 10, 20, 40, 80],
      resolutionValue: 5,
    },
    expiresInDays: -20,
    calibrations: [],
  },
  {
    key: 'tan-chart',
    payload: {
      ...plain,
      name: 'Ammonia colours',
      type: 'colour-chart',
      parameters: ['tanMgPerL'],
      steps: [0, 0.25, 0.5, 1, 2, 4],
      resolutionValue: 0.25,
    },
    expiresInDays: 300,
    calibrations: [],
  },
  {
    key: 'thermometer',
    payload: { ...plain, name: 'Glass thermometer', type: 'thermometer', parameters: ['tempC'], resolutionValue: 0.5 },
    expiresInDays: null,
    calibrations: [],
  },
  {
    key: 'library-thermometer',
    payload: {
      ...plain,
      name: 'Library thermometer',
      deviceId: 'library-thermometer',
      type: 'thermometer',
      parameters: ['tempC'],
      resolutionValue: 0.1,
    },
    expiresInDays: null,
    tankKey: 'library',
    calibrations: [],
  },
  {
    key: 'library-level',
    payload: {
      ...plain,
      name: 'Library level',
      deviceId: 'library-level',
      type: 'level-sensor',
      parameters: [],
      resolutionValue: 1,
    },
    expiresInDays: null,
    tankKey: 'library',
    calibrations: [],
  },
  {
    key: 'kitchen-scale',
    payload: {
      ...plain,
      name: 'Kitchen scale',
      deviceId: 'kitchen-scale',
      type: 'scale',
      parameters: [],
      resolutionValue: 0.1,
      calibrateEveryDays: 365,
    },
    expiresInDays: null,
    calibrations: [],
  },
];
/** Tanks that are watched the evening after each change. */
export const watchedTanks: readonly string[] = ['library', 'breakfast', 'bathhouse'];
