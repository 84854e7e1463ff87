import type { NewThing, EquipmentItem, EquipmentReason, ThingEnd, WaterEnd } from '#core/tanks';
import { teller } from '#words/explain';

export const equipmentWords: Record<EquipmentItem, string> = {
  filter: 'filter',
  'intake-sponge': 'sponge on the intake',
  heater: 'heater',
  lid: 'lid',
  air: 'air',
  co2: 'CO2',
  light: 'light',
  uv: 'UV',
  carbon: 'carbon',
  resin: 'resin',
};

/** What stands wrong or unsaid about a tank's equipment. */
export const equipmentReasonWords = teller<EquipmentReason>({
  'no-air': () => 'Neither filter nor air is running: oxygen falls within hours in a stocked tank.',
  'heater-off': () => 'The heater is off. Plug in only when it stands in water; drip loop in the cord.',
  'no-intake-sponge': () => 'Small animals and no sponge on the intake that the book knows of.',
  'no-lid': () => 'Jumpers live here, and the book knows of no lid.',
  'co2-dark': () => 'CO2 on while the light is off: it gathers where nothing uses it.',
  'long-light': ({ lightHours }) => `${lightHours} hours of light; over ten mostly feeds algae.`,
});

/** What became of a tank's water, bed or equipment when it ended. */
export const endWords: Record<WaterEnd | ThingEnd, string> = {
  drain: 'down the drain',
  garden: 'to the garden',
  'other-tank': 'into another tank',
  kept: 'kept, dry',
  dipped: 'dipped and dried',
  'given-away': 'given away',
  'thrown-away': 'thrown away',
  none: 'none',
};

/** What can be new in a tank, or near it. */
export const newThingWords: Record<NewThing, string> = {
  food: 'food',
  product: 'product',
  decoration: 'decoration',
  animal: 'animal',
  plant: 'plant',
  leaves: 'leaves',
  pods: 'pods',
  wood: 'wood',
  rock: 'rock',
  spray: 'a spray near the tank',
  lotion: 'lotion or soap on hands',
  'pet-drops': 'a pet’s flea drops on hands',
};
