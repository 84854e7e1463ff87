import { coursePayload, quarantinePayload, toolPayload } from './care';
import { kindOf } from './kind';

export const careKinds = [
  kindOf({
    id: 'course',
    version: 1,
    schema: coursePayload,
    about: ['tank'],
    group: 'care',
    names: (step) => (step.step === 'started' && step.supplyId !== undefined ? [step.supplyId] : []),
    example: {
      step: 'started',
      agentId: 'D07',
      productName: 'a dewormer',
      label: { packTreatsL: 40, doseDays: [1, 3], changes: [{ day: 5, fraction: 0.25 }] },
      netVolumeL: 54,
      startOn: '2026-03-14',
    },
  }),
  kindOf({
    id: 'quarantine',
    version: 1,
    schema: quarantinePayload,
    about: ['tank'],
    group: 'care',
    example: { step: 'opened', school: 'observe', reason: 'new', on: '2026-03-14' },
  }),
  kindOf({
    id: 'tool',
    version: 1,
    schema: toolPayload,
    about: ['tank'],
    group: 'care',
    example: { step: 'kept', name: 'the long net', sort: 'net' },
  }),
] as const;
