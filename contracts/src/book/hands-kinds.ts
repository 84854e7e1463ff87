import { absencePayload, cleaningPayload, flowPayload, movePayload, outagePayload, walkPayload } from './hands';
import { kindOf } from './kind';

const ofTank = { version: 1, about: ['tank'], group: 'rounds' } as const;
const uuidExample = '0191e809-2880-7258-80c9-974745566b57';

export const handsKinds = [
  kindOf({
    ...ofTank,
    id: 'walk',
    schema: walkPayload,
    example: { step: 'stop', jobs: ['look', 'change'], minutes: 18 },
  }),
  kindOf({ ...ofTank, id: 'outage', schema: outagePayload, example: { step: 'outage', cause: 'power' } }),
  kindOf({ ...ofTank, id: 'absence', schema: absencePayload, example: { step: 'back', awayId: uuidExample } }),
  kindOf({ ...ofTank, id: 'flow', schema: flowPayload, example: { step: 'flow', secondsPerL: 7.5 } }),
  kindOf({ ...ofTank, id: 'cleaning', schema: cleaningPayload, example: { step: 'cleaned', what: 'sponge' } }),
  kindOf({ ...ofTank, id: 'move', schema: movePayload, example: { step: 'moved', how: 'all-in' } }),
] as const;
