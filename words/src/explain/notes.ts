import type { Note } from '#core/explain';
import { teller } from './tell';

/** What a working supposes, and where it should not be trusted. */
export const noteWords = teller<Note>({
  'chart-between': () => 'A colour could be anything up to half way to its neighbours.',
  'half-resolution': () => 'The true value lies within half the resolution.',
  'weights-assumed': () =>
    'Glass 2.5 kg per litre; sand and gravel grains 2.65, fired soil 1.6 (from memory); equipment not counted.',
  'bed-solid': () => 'The bed is 60 % solid (common practice); its pores hold water.',
  'rock-weight': () => 'Rock weighs 2.6 kg per litre (from memory; lava is lighter).',
  'wood-weight': () => 'Waterlogged wood weighs about as much as water (from memory).',
  'equipment-not-counted': () => 'Equipment inside the tank is not counted. Measured filling beats any calculation.',
  'routine-kept': () => 'Production stays as it is, and the routine is kept.',
  'ph-drifts': () =>
    'pH right after mixing drifts to its aerated value within a day; room air often holds more CO2 than outside.',
  'temperature-supposed': ({ tempC }) =>
    `Where nobody has said how warm a water is, ${tempC} °C is taken for its pH: ten degrees off moves it by less than 0.1.`,
  'air-balance-supposed': () =>
    'Water with hardly any carbonate, whose pH nobody measured, is taken as in balance with air: it weighs next to nothing.',
  scalds: () => 'Water above 50 °C (122 °F) scalds: cold in first, then hot, and a thermometer before a hand.',
  'label-total-chlorine': () =>
    'The label is right for total chlorine; one that names chlorine alone may not bind the ammonia of chloramine.',
  'salt-harms': () =>
    'Salt is no option for soft-water shrimp, many snails, plants and some catfishes and loaches; look the kind up first.',
  'salt-buys-time': () => 'Salt buys time; the nitrite still has to go, by water changes and a filter that can cope.',
  'needs-co2': ({ name }) => `${name} dissolves only with CO2, over days: counted as if it had.`,
  'dissolves-only': ({ name, mostG }) =>
    `Only about ${Number(mostG.toPrecision(3))} g of ${name} dissolve in this: counted as if all had.`,
  'conductivity-by-ions': () =>
    'Conductivity is estimated from the ions: within a few percent, less sure where much sulphate pairs with calcium or magnesium.',
  'ionic-strength': () => 'Ionic strength taken as 0.0008 mol/L per degree KH (our own estimate).',
  'carbonate-only': () =>
    'Only where carbonate is the main buffer: not with tannins, phosphate buffers or an active soil.',
  'ph-tenth': () => 'A pH reading off by 0.1 moves the result by about a quarter.',
  'kh-step': () => 'At KH under 1 the kit’s own step is as large as the reading.',
  'conductivity-by-volume': () =>
    'Conductivity is mixed by volume; between very unlike waters that is up to a few percent high.',
  'ph-not-computed': () =>
    'pH after the change is not computed: it needs pH, KH and temperature of both waters. It is never averaged.',
  'ph-of-fresh-mixture': () =>
    'pH is that of the fresh mixture, closed to the air, with carbonate as the only buffer; over a day it drifts to its aerated value.',
  'fresh-water-only': () => 'Fresh water only; salinity lowers the toxic share.',
  'rise-by-dose': () => 'The rise is in proportion to the dose.',
  'ca-mg-supposed': ({ caMgRatio }) =>
    `Calcium and magnesium of the source are not known apart: ${caMgRatio} : 1 by mass is supposed.`,
  'balance-supposed': ({ by }) => `What balances the charges of the source is not known: ${by} is supposed.`,
  'limits-advise': () => 'Limits advise, they never forbid; most are common practice or our own estimates.',
  'mixed-in': () => 'Each change is mixed in before the next, and the new water holds none of it.',
  'pen-factor-unknown': () =>
    'The band was given in pen ppm without a factor; with another factor this reading could lie outside.',
  'drops-a-millilitre': () => '20 drops to the millilitre (common practice); count a minute of your own valve.',
  'drip-hours': () =>
    'Half an hour for the robust, an hour for the usual, two and a half for the delicate (our estimate).',
  'upper-bound': () => 'An upper bound: growth, plants and nitrogen that gasses off take a part of it.',
  'state-space': () =>
    'Readings are spans, changes are known jumps, and a reading may be wrong (a state-space model, fitted to this tank).',
  'days-hold': () => 'The days hold while stock, feeding and routine stay as they are.',
  'forecast-holds': () => 'The forecast holds while stock, feeding and routine stay as they are.',
  'production-alone': () =>
    'Between changes the level moves by production alone; readings scatter as this tank’s have.',
  'not-limited-by-oxygen': () => 'Not limited by oxygen.',
  'breath-estimated': () =>
    'What animals breathe is an estimate by body mass: the true hours lie between the ends, and plants and filter use some too.',
  'walls-estimated': () =>
    'What a wall lets through is an estimate; bed, rock and glass hold warmth as well, a draught takes it faster.',
  'ordinal-grades': () =>
    'The grades are our own estimates: only the order of causes means something, never how far apart they are.',
  told: ({ text }) => text,
});
