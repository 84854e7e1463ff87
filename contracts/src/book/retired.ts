import { handsPayload } from './hands';

/**
 * Kinds that are written no more. What stands in a book under such a name, and what a device that was offline for long
 * still sends, is kept as it was sent and read as the kind that its step went to; its payload is version 1 of that kind.
 */
export const retiredKinds = [
  {
    id: 'hands',
    schema: handsPayload,
    stepKinds: {
      stop: 'walk',
      pass: 'walk',
      handed: 'walk',
      outage: 'outage',
      'outage-over': 'outage',
      away: 'absence',
      back: 'absence',
      flow: 'flow',
      cleaned: 'cleaning',
      moved: 'move',
      'move-day': 'move',
    },
  },
] as const;
export type RetiredKind = (typeof retiredKinds)[number]['id'];
