import { kindOf } from './kind';
import { casePayload, layoutPayload, pokePayload } from './trouble';

export const troubleKinds = [
  kindOf({
    id: 'case',
    version: 1,
    schema: casePayload,
    about: ['tank'],
    group: 'trouble',
    example: { step: 'opened', firstSignAt: '2026-03-01T20:00:00Z', findings: { BF01: 'yes', BF03: 'no' } },
  }),
  kindOf({
    id: 'poke',
    version: 1,
    schema: pokePayload,
    about: ['tank'],
    group: 'trouble',
    example: { place: 'B3', gas: 'smell' },
  }),
  kindOf({
    id: 'layout',
    version: 1,
    schema: layoutPayload,
    about: ['tank'],
    group: 'trouble',
    example: { rows: [['outlet', 'bed', 'hard', 'bed']] },
  }),
] as const;
