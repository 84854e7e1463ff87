import { silent, type Recorder } from '#core/explain';
import { firstFault, ok, refuse, type Result } from '#core/result';

export const insulations = ['glass', 'box', 'blanket'] as const;
export type Insulation = (typeof insulations)[number];
export interface CoolingInput {
  waterL: number;
  /** Of all sides and the surface. */
  areaCm2: number;
  startC: number;
  roomC: number;
  insulation: Insulation;
  hours: number;
}

/**
 * Heat lost through a square metre for each degree: bare glass with its open surface, three centimetres of foam, a tank
 * in blankets. Estimates of the trade of building, from memory: still air on glass 5 to 10, foam of 0.035 W/(m K) behind
 * it 1 to 2, two layers of wool 2 to 4 W/(m² K).
 */
const lossWPerM2K: Readonly<Record<Insulation, { lo: number; hi: number }>> = {
  glass: { lo: 5, hi: 10 },
  box: { lo: 1, hi: 2 },
  blanket: { lo: 2, hi: 4 },
};
const waterJPerLK = 4180;
const cm2PerM2 = 10_000;
const secondsPerH = 3600;
const degrees = { lo: -30, hi: 60, unit: '°C' };

/**
 * The water's temperature after so many hours without heat, by Newton's law of cooling; the room may be warmer too.
 *
 * L, cm², °C, hours; a span, because what a wall lets through is an estimate (low grade). Error: bed, rock and glass
 * hold heat as well and slow it, a draught hastens it.
 * @example cooling({ waterL: 54, areaCm2: 9600, startC: 24, roomC: 18, insulation: 'glass', hours: 6 }) // 20.4 to 21.8 °C
 */
export function cooling(input: CoolingInput, note: Recorder = silent): Result<{ tempC: { lo: number; hi: number } }> {
  const { waterL, areaCm2, startC, roomC, insulation, hours } = input;
  note.by('tanks.cooling', 1);
  const fault = firstFault([
    { field: 'waterL', value: waterL, range: { lo: 0.05, hi: 1e6, unit: 'L' } },
    { field: 'areaCm2', value: areaCm2, range: { lo: 1, hi: 1e8, unit: 'cm²' } },
    { field: 'startC', value: startC, range: degrees },
    { field: 'roomC', value: roomC, range: degrees },
    { field: 'hours', value: hours, range: { lo: 0, hi: 10_000, unit: 'h' } },
  ]);
  if (fault) return refuse(fault);
  if (!insulations.includes(insulation))
    return refuse({ kind: 'unknown-name', field: 'insulation', text: insulation, known: [...insulations] });
  note.limit('walls-estimated');
  const after = (id: string, label: string, loss: number): number => {
    const perHour = note.step({
      id: `${id}-rate`,
      label: `Share of the difference lost in an hour, ${label}`,
      unit: '1/h',
      formula: 'loss × area × 3600 / (4180 × water)',
      terms: { loss, area: areaCm2 / cm2PerM2, water: waterL },
      by: (x) => (x.loss * x.area * secondsPerH) / (waterJPerLK * x.water),
    });
    return note.step({
      id,
      label: `Temperature, ${label}`,
      unit: '°C',
      formula: 'room + (start − room) × e^(−rate × hours)',
      terms: { room: roomC, start: startC, rate: perHour, hours },
      by: (x) => x.room + (x.start - x.room) * Math.exp(-x.rate * x.hours),
    });
  };
  const { lo, hi } = lossWPerM2K[insulation];
  const ends = [after('slow', 'kept well', lo), after('fast', 'kept badly', hi)];
  return ok({ tempC: { lo: Math.min(...ends), hi: Math.max(...ends) } });
}
