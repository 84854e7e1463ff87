import { handsPayload } from './hands';
import { kindOf } from './kind';

export const handsKinds = [
  kindOf({
    id: 'hands',
    version: 1,
    schema: handsPayload,
    about: ['tank'],
    group: 'rounds',
    example: { step: 'stop', jobs: ['look', 'change'], minutes: 18 },
  }),
] as const;
