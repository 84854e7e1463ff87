import { jobFromV1, jobPayload, jobPayloadV1, timerPayload } from './doing';
import { kindOf } from './kind';

export const doingKinds = [
  kindOf({
    id: 'job',
    version: 2,
    schema: jobPayload,
    past: [{ version: 1, schema: jobPayloadV1, upcast: jobFromV1 }],
    about: ['tank'],
    group: 'work',
    names: (step) =>
      step.step === 'started' && step.work.kind === 'change' && step.work.sourceId !== undefined
        ? [step.work.sourceId]
        : [],
    example: { step: 'started', work: { kind: 'sponge', note: 'the left one' } },
  }),
  kindOf({
    id: 'timer',
    version: 1,
    schema: timerPayload,
    about: ['tank', 'source'],
    group: 'work',
    example: { step: 'set', timer: 'hose', minutes: 5 },
  }),
] as const;
