import type { Bundle, Lag, LaboratoryLook, Settling } from '#core/trouble';

/** Findings that go together. */
export const bundles: readonly Bundle[] = [
  { id: 'hypoxia', findingIds: ['BF01', 'BF02', 'BF14', 'DP09', 'DP10'] },
  { id: 'irritation', findingIds: ['BF03', 'BF04', 'BD05'] },
  { id: 'wasting', findingIds: ['BD12', 'BD13', 'BD15', 'BF10'] },
  { id: 'septic', findingIds: ['BD08', 'BD09', 'BD10', 'BD11', 'BD18'] },
  { id: 'poison', findingIds: ['SH08', 'SH09', 'SH13', 'DP07', 'DP11'] },
  { id: 'moult', findingIds: ['SH01', 'SH14', 'DP12'] },
  { id: 'old-tank', findingIds: ['MS03', 'MS04', 'MS06', 'MS08', 'EV15'] },
  { id: 'new-tank', findingIds: ['EV20', 'MS01', 'MS02', 'WT01'] },
];

const settling = (causeId: string, findingId: string, against: Settling['against']): Settling => ({
  causeId,
  findingId,
  against,
});
/** What a valid test settles, for and against. */
export const settles: readonly Settling[] = [
  settling('W01', 'MS01', 'rules-out'),
  settling('W02', 'MS02', 'rules-out'),
  settling('W03', 'MS03', 'weakens'),
  settling('W04', 'MS12', 'rules-out-soon'),
  settling('W05', 'MS13', 'weakens'),
  settling('W06', 'MS10', 'weakens'),
  settling('W07', 'MS14', 'rules-out-below-30'),
  settling('W08', 'MS04', 'rules-out-in-usual'),
  settling('W09', 'MS09', 'nothing'),
  settling('W10', 'MS11', 'weakens'),
  settling('W11', 'MS08', 'rules-out-in-usual'),
  settling('W16', 'MS07', 'rules-out'),
];

/** Hours from an event to the first sign; `*` is every other cause. */
const lags_ = (eventIds: string, spans: string): Lag[] =>
  eventIds.split(' ').flatMap((eventId) =>
    spans.split(' · ').flatMap((part) => {
      const words = part.split(' ');
      const [fromHours = 0, toHours = 0] = (words.at(-1) ?? '').split('-').map(Number);
      return words
        .slice(0, -1)
        .map((causeId) => ({ eventId, causeId: causeId === '*' ? null : causeId, fromHours, toHours }));
    }),
  );
/** When an event counts, in hours before the first sign; our own estimates. */
export const lags: readonly Lag[] = [
  ...lags_('EV01 EV02', 'W04 0-72 · W09 0-72 · W10 0-24 · W15 0-48 · S01 0-96 · S03 0-72 · P08 0-336 · * 0-336'),
  ...lags_('EV03', 'W04 0-72 · W05 0-336 · * 0-336'),
  ...lags_(
    'EV04 EV05',
    'W09 K07 0-336 · W01 12-336 · X03 X05 12-336 · X01 X02 X09 X10 X14 48-672 · X24 72-672 · * 0-672',
  ),
  ...lags_('EV06', 'W13 0-240 · * 0-672'),
  ...lags_('EV07', 'W14 0-168 · W05 0-336 · * 0-336'),
  ...lags_('EV08', 'W06 0-24 · W12 0-48 · W01 6-240 · * 0-336'),
  ...lags_('EV09', 'W06 0-24 · W01 W02 24-504 · W05 0-336 · * 0-336'),
  ...lags_('EV10 EV11 EV12', 'W13 0-96 · * 0-336'),
  ...lags_('EV13', 'W05 W09 W01 0-720 · * 0-720'),
  ...lags_('EV14', 'W01 W02 G09 6-336 · G06 48-672 · * 0-336'),
  ...lags_('EV16', 'W01 G09 6-168 · X20 X23 0-96 · K01 0-336 · * 0-336'),
  ...lags_('EV17', 'W06 W10 S03 0-72 · X03 S02 0-336 · * 0-336'),
  ...lags_('EV18', 'W10 0-72 · S03 0-72 · X01 X16 X07 X20 24-336 · * 0-336'),
  ...lags_('EV19', 'W12 0-48 · W01 0-120 · * 0-336'),
  ...lags_('EV21', 'W07 0-48 · P07 P08 G06 G07 24-720 · * 0-336'),
  ...lags_('EV25', 'W11 0-4320 · * 0-4320'),
];

/** Steps of the first looks, after air: what costs nothing, what decides, what comes late. */
export const chain: readonly (readonly string[])[] = [
  ['WT10', 'WT11', 'MS11'],
  ['MS01', 'MS02', 'MS04', 'MS06'],
  ['MS12'],
  ['WT04'],
  ['MS07', 'MS09'],
  ['DP05', 'DP07', 'DP04'],
];

export const laboratory: readonly LaboratoryLook[] = [
  {
    id: 'lab-scrape',
    question: 'Skin scrape or gill clip under the microscope',
    separatesIds: ['X01', 'X02', 'X09', 'X10', 'X14', 'X15', 'X16', 'X07'],
  },
  { id: 'lab-faeces', question: 'Fresh droppings under the microscope', separatesIds: ['X11', 'X12', 'X13'] },
  { id: 'lab-culture', question: 'Culture and sensitivity', separatesIds: ['X03', 'X04', 'X05', 'X06', 'S02', 'S08'] },
  { id: 'lab-histology', question: 'Acid-fast stain and histology', separatesIds: ['X08', 'X18', 'X25', 'S03', 'S04'] },
  { id: 'lab-pcr', question: 'Search for a pathogen’s genes (PCR)', separatesIds: ['X24', 'S02', 'S04', 'S07'] },
];
