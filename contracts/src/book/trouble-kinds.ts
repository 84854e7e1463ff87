import { kindOf } from './kind';
import { caseFromV1, casePayload, casePayloadV1, layoutPayload, pokePayload } from './trouble';

export const troubleKinds = [
  kindOf({
    id: 'case',
    version: 2,
    schema: casePayload,
    past: [{ version: 1, schema: casePayloadV1, upcast: caseFromV1 }],
    about: ['tank'],
    group: 'trouble',
    example: { step: 'opened', firstSignAt: '2026-03-01T20:00:00Z', findings: { gasping: 'yes', rubbing: 'no' } },
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
