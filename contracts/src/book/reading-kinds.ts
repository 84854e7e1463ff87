import { kindOf } from './kind';
import { calibrationPayload, instrumentPayload, readingsPayload, seenPayload } from './readings';

export const readingKinds = [
  kindOf({
    id: 'readings',
    version: 1,
    schema: readingsPayload,
    about: ['tank', 'source'],
    group: 'tests',
    strike: 'parts',
    amend: 'line',
    diary: false,
    example: { context: 'routine', values: [{ parameter: 'ph', lo: 6.4, hi: 6.4, text: '6.4', enteredUnit: '' }] },
  }),
  kindOf({
    id: 'seen',
    version: 1,
    schema: seenPayload,
    about: ['tank'],
    group: 'animals',
    amend: 'line',
    example: { moults: { lo: 3, hi: 3 }, grazing: 'usual' },
  }),
  kindOf({
    id: 'instrument',
    version: 1,
    schema: instrumentPayload,
    about: ['instrument'],
    seeds: true,
    group: 'set-ups',
    example: { name: 'pH pen', type: 'pen', parameters: ['ph'], resolutionValue: 0.01, startedOn: '2026-01-02' },
  }),
  kindOf({
    id: 'calibration',
    version: 1,
    schema: calibrationPayload,
    about: ['instrument'],
    group: 'tests',
    example: { parameter: 'ph', standardValue: 7, shownValue: 7.1, adjusted: true },
  }),
] as const;
