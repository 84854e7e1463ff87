import { subjectKinds } from './kind';
import { kindOf } from './kind';
import { factPayload } from './facts';
import { endingPayload } from './ending';
import { lookedPayload, notePayload, photoPayload, strikePayload } from './pages';
import { setUpPayload } from './set-up';

export const tankKinds = [
  kindOf({
    id: 'set-up',
    version: 1,
    schema: setUpPayload,
    about: ['tank'],
    seeds: true,
    group: 'set-ups',
    diary: false,
    example: {
      name: 'Window',
      roundOrder: 1,
      purpose: 'display',
      practiceId: 'neocaridina-wide',
      bearing: 'usual',
      startedOn: '2026-01-02',
      measuredFillL: 54,
    },
  }),
  kindOf({
    id: 'looked',
    version: 1,
    schema: lookedPayload,
    about: ['tank'],
    group: 'rounds',
    amend: 'line',
    diary: false,
    example: { fed: true, fine: true },
  }),
  kindOf({
    id: 'note',
    version: 1,
    schema: notePayload,
    about: ['tank', 'source'],
    group: 'notes',
    amend: 'line',
    diary: false,
    example: { text: 'the moss came loose' },
  }),
  kindOf({
    id: 'strike',
    version: 1,
    schema: strikePayload,
    about: subjectKinds,
    group: 'strikes',
    strike: 'never',
    diary: false,
    example: { entryId: '0191e809-2880-7258-80c9-974745566b57', reason: 'written to the wrong tank' },
  }),
  kindOf({
    id: 'fact',
    version: 1,
    schema: factPayload,
    about: ['tank'],
    group: 'set-ups',
    names: (fact) => (fact.about === 'shared' ? [fact.withTankId] : []),
    example: { about: 'equipment', item: 'heater', on: true },
  }),
  kindOf({
    id: 'photo',
    version: 1,
    schema: photoPayload,
    about: ['tank'],
    group: 'photos',
    example: { photoHash: '0'.repeat(64), widthPx: 800, heightPx: 600 },
  }),
  kindOf({
    id: 'ending',
    version: 1,
    schema: endingPayload,
    about: ['tank'],
    group: 'set-ups',
    names: (step) => (step.step === 'ended' && step.toTankId !== undefined ? [step.toTankId] : []),
    example: { step: 'ended', water: 'drain', bed: 'thrown-away', equipment: 'kept' },
  }),
] as const;
