import { kindOf } from './kind';
import { casePayload } from './trouble';

export const troubleKinds = [
  kindOf({
    id: 'case',
    version: 1,
    schema: casePayload,
    about: ['tank'],
    group: 'trouble',
    example: { step: 'opened', firstSignAt: '2026-03-01T20:00:00Z', findings: { BF01: 'yes', BF03: 'no' } },
  }),
] as const;
