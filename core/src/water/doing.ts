import type { EquipmentState } from '#core/tanks';

/** One thing to do at the tank, in its order. */
export interface DoingStep {
  id: string;
  text: string;
  caution?: string;
  /** A timer that belongs to it. */
  timer?: { kind: TimerKind; minutes: number };
}
export const timerKinds = ['drip', 'fill', 'ageing', 'hose', 'pump', 'look'] as const;
export type TimerKind = (typeof timerKinds)[number];
/** What floods or runs dry while nobody looks: loud, and on every page until it is answered. */
export const alarming: readonly TimerKind[] = ['hose', 'pump', 'fill'];
export const timerWords: Record<TimerKind, string> = {
  drip: 'drip',
  fill: 'filling',
  ageing: 'standing',
  hose: 'hose running',
  pump: 'pump draining',
  look: 'look again',
};

/** What must be so at the end. The job stays open until each is ticked; forgetting the end is the classic harm. */
export const closingChecks = [
  { id: 'heater', text: 'Heater on again, and under water' },
  { id: 'filter', text: 'Filter running, with flow' },
  { id: 'light', text: 'Light as it was' },
  { id: 'lid', text: 'Lid on' },
  { id: 'animals', text: 'Animals all in the water, breathing quietly' },
  { id: 'taps', text: 'Taps shut, hose out, floor dry' },
] as const;
export type ClosingCheckId = (typeof closingChecks)[number]['id'];
export const closingIds = closingChecks.map((c) => c.id);

export interface DoingInput {
  changeL: number;
  netVolumeL: number;
  /** Ground of the water, to turn litres into a mark on the glass; null where the shape is not known. */
  groundCm2: number | null;
  /** Several tanks with one hose: where this one stands in the chain. */
  chain: 'alone' | 'first' | 'middle' | 'last';
  how: 'poured' | 'dripped';
  dripMinutes: number | null;
  equipment: EquipmentState;
  conditionerMl: number | null;
  newWaterC: number | null;
  tankC: number | null;
  /** Water by batch: its code. */
  batchCode: string | null;
  /** Bed cleaned on the way: what goes down the hose counts. */
  bed: 'none' | 'surface' | 'half' | 'sections';
  grazingFilm: boolean;
  /** Berried, young or moulting: no bed work. */
  youngAbout: boolean;
}

/**
 * How far the water falls for so many litres, cm: the mark for this tank's glass. The bed and the rocks take room below
 * the line only where they stand in it, so near the surface litres / ground is right.
 * @example litresAsCm({ changeL: 12, groundCm2: 2000 }) // 6 cm
 */
export const litresAsCm = ({ changeL, groundCm2 }: { changeL: number; groundCm2: number }): number =>
  (1000 * changeL) / groundCm2;

/** The steps of one change for wet hands, in order, with what can hurt said where it can. Common practice throughout. */
export function doingSteps(input: DoingInput): DoingStep[] {
  const {
    changeL,
    groundCm2,
    chain,
    how,
    dripMinutes,
    equipment,
    conditionerMl,
    newWaterC,
    tankC,
    batchCode,
    bed,
    grazingFilm,
    youngAbout,
  } = input;
  const steps: DoingStep[] = [];
  const say = (step: DoingStep): void => void steps.push(step);
  const mark = groundCm2 === null ? '' : `: down ${litresAsCm({ changeL, groundCm2 }).toFixed(1)} cm on this glass`;
  if (chain === 'alone' || chain === 'first')
    say({
      id: 'hands',
      text: 'Hands and forearms washed with water alone, well rinsed.',
      caution: 'Lotion, soap, sanitiser and a pet’s flea drops kill shrimp.',
    });
  say({
    id: 'off',
    text: `Off and unplugged: ${offList(equipment)}.`,
    caution:
      'Plugs above the water, a drip loop in each cord, dry hands, a towel. A hot heater in air cracks: off first, and give it a few minutes.',
  });
  if (bed !== 'none')
    say({
      id: 'bed',
      text:
        bed === 'surface'
          ? 'Surface of the bed only, hovering. What goes down the hose counts as part of the change.'
          : bed === 'half'
            ? 'Half of the bed tonight, the other half next time. What goes down the hose counts as part of the change.'
            : 'To the glass in sections, one tonight. What goes down the hose counts as part of the change.',
      ...(youngAbout ? { caution: 'Young or berried animals about: leave the bed alone.' } : {}),
    });
  say({
    id: 'out',
    text: `${litres(changeL)} out${mark}. Look at what comes out: it tells of the animals.`,
    caution:
      'Start the siphon by filling the hose or with a pump, never by mouth. Sponge on the inlet where small animals live. Lift no full bucket you would not lift at work: two half ones.',
    timer: { kind: 'pump', minutes: minutesFor(changeL) },
  });
  say({
    id: 'temperature-1',
    text: temperatureText(newWaterC, tankC, 'in the drum'),
    ...(newWaterC !== null && newWaterC > 50 ? { caution: 'Above 50 °C water scalds.' } : {}),
  });
  if (batchCode !== null) say({ id: 'batch', text: `The drum is the one with ${batchCode} on its label.` });
  if (conditionerMl !== null && conditionerMl > 0)
    say({
      id: 'conditioner',
      text: `Conditioner, ${conditionerMl.toFixed(1)} mL, before the water goes in.`,
      caution: 'By its label and for what is in the water. Not on skin, not by mouth.',
    });
  say({ id: 'temperature-2', text: temperatureText(newWaterC, tankC, 'at the end of the hose, beside the tank') });
  if (chain !== 'alone')
    say({
      id: 'valve',
      text: 'One hose for several tanks: shut the valve at the tank, not the tap, so that its temperature stays.',
    });
  say(
    how === 'dripped'
      ? {
          id: 'in',
          text: `${litres(changeL)} in by drip, about ${dripMinutes ?? 60} minutes.`,
          timer: { kind: 'drip', minutes: dripMinutes ?? 60 },
        }
      : {
          id: 'in',
          text: `${litres(changeL)} in, against a plate or a hand, not onto the bed.`,
          caution: 'Stay beside a running hose. The timer is only for the day you do not.',
          timer: { kind: 'hose', minutes: minutesFor(changeL) },
        },
  );
  if (grazingFilm)
    say({
      id: 'film',
      text: 'A small dose of what feeds the grazing film, where this practice has it: as much as is gone by morning.',
    });
  say({
    id: 'look',
    text: 'Look for a minute. Gasping, dashing or lying: stop, air on, and open the watch.',
    timer: { kind: 'look', minutes: 30 },
  });
  return steps;
}

const litres = (value: number): string => `${value.toFixed(1)} L`;
/** A hose or small pump moves about four litres a minute; half as much again before the alarm. Ours. */
const minutesFor = (changeL: number): number => Math.max(2, Math.ceil((1.5 * changeL) / 4));

function offList(equipment: EquipmentState): string {
  const heater = equipment.heater?.on === false ? 'heater (it is off already)' : 'heater above all';
  const others = (['filter', 'uv', 'co2', 'air'] as const).filter((item) => equipment[item]?.on);
  const words = { filter: 'filter', uv: 'UV', co2: 'CO2', air: 'air' } as const;
  return [heater, ...(others.length > 0 ? others.map((item) => words[item]) : ['filter and pumps'])].join(', ');
}
function temperatureText(newWaterC: number | null, tankC: number | null, where: string): string {
  const wanted = tankC === null ? '' : `; the tank is at ${tankC.toFixed(1)} °C`;
  return `New water measured ${where}: ${newWaterC === null ? 'write it down' : `${newWaterC.toFixed(1)} °C`}${wanted}.`;
}
