import Papa from 'papaparse';
import { practices } from '#almanac/practices';
import { bearings } from '#core/water';
import { convert, isDay } from '#core/units';
import { netVolume, tankShapes, type TankGeometry, type TankShape } from '#core/tanks';
import { purposes } from '#core/tonight';
import type { PayloadOf } from '#contracts/book';
import { tanksPages } from '#words/tanks';
import { plainRefusal } from '../ui/refusals';

type SetUp = PayloadOf<'set-up'>;
export interface CsvFault {
  /** Line of the file as a text editor counts it, the heading being 1; 0 for the file as a whole. */
  lineCount: number;
  field: string;
  message: string;
}
export interface CsvTanks {
  setUps: SetUp[];
  faults: CsvFault[];
}

/** As many as one request holds; a register beyond that comes in parts. */
export const mostRows = 200;
const lengths = ['length', 'width', 'bow', 'height', tanksPages.waterBelowRim, 'bed front', 'bed back'] as const;
export const csvColumns = [
  'name',
  'rack',
  'order',
  'purpose',
  'practice',
  'bearing',
  'started on',
  'label L',
  'filled L',
  'shape',
  ...lengths.map((c) => `${c} cm`),
  'glass mm',
  'rock kg',
  'wood L',
  'sump L',
  'bed',
  'grain mm',
  'shelf kg',
] as const;

/** A register of tanks read from CSV: every fault by line and field; nothing is written while there is one. */
export function tanksFromCsv(text: string, { existing, on }: { existing: readonly string[]; on: string }): CsvTanks {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const whole = (message: string): CsvTanks => ({ setUps: [], faults: [{ lineCount: 0, field: '', message }] });
  if (!(meta.fields ?? []).includes('name')) return whole(tanksPages.theFirstLineMustName(csvColumns.join(', ')));
  const known = new Set([
    ...csvColumns.map((c) => c.toLowerCase()),
    ...lengths.map((c) => `${c} in`),
    tanksPages.labelUsGal,
    tanksPages.labelImpGal,
  ]);
  const strange = (meta.fields ?? []).filter((f) => f !== '' && !known.has(f));
  if (strange.length > 0)
    return whole(
      tanksPages.notUnderstoodTheColumnKnown(strange.map((f) => `“${f}”`).join(', '), csvColumns.join(', ')),
    );
  if (data.length > mostRows) return whole(tanksPages.rowsAtMostComeIn(data.length, mostRows));
  const faults: CsvFault[] = [];
  const taken = new Map(existing.map((name) => [name.toLowerCase(), 0]));
  const setUps = data.map((row, i) => {
    const lineCount = i + 2;
    const setUp = setUpFrom(row, { lineCount, faults, on, order: (i + 1) * 10 });
    const key = setUp.name.toLowerCase();
    const before = taken.get(key);
    if (setUp.name !== '' && before !== undefined)
      faults.push({
        lineCount,
        field: 'name',
        message: before === 0 ? tanksPages.isATankAlready(setUp.name) : tanksPages.standsInLineToo(setUp.name, before),
      });
    else taken.set(key, lineCount);
    return setUp;
  });
  if (data.length === 0) return whole(tanksPages.thereIsNoRowUnder);
  return { setUps: faults.length > 0 ? [] : setUps, faults };
}

function setUpFrom(
  row: Record<string, string>,
  { lineCount, faults, on, order }: { lineCount: number; faults: CsvFault[]; on: string; order: number },
): SetUp {
  // What a table program would run as a formula is written with a quote before it, and read without.
  const text = (field: string): string => (row[field] ?? '').trim().replace(/^'(?=[=+\-@])/, '');
  const wrong = (field: string, message: string): void => void faults.push({ lineCount, field, message });
  const number = (field: string): number | undefined => {
    const written = text(field);
    if (written === '') return undefined;
    const value = Number(written.replace(',', '.'));
    if (!Number.isFinite(value)) wrong(field, tanksPages.isNotANumber(written));
    else if (value < 0) wrong(field, tanksPages.isBelowNothing(written));
    else return value;
    return undefined;
  };
  const inUnit = (field: string, quantity: string, unit: string, to: string): number | undefined => {
    const value = number(field);
    if (value === undefined) return undefined;
    const converted = convert({ value, quantity, from: unit, to });
    return converted.ok ? converted.value.value : undefined;
  };
  const length = (field: string): number | undefined =>
    number(`${field} cm`) ?? inUnit(`${field} in`, 'length', 'in', 'cm');
  const choice = <T extends string>(field: string, all: readonly T[], usual: T): T => {
    const written = text(field).toLowerCase();
    if (written === '') return usual;
    const found = all.find((x) => x === written);
    if (!found) wrong(field, tanksPages.isNoneOf(written, all.join(', ')));
    return found ?? usual;
  };
  const name = text('name');
  if (name === '') wrong('name', 'is needed');
  const startedOn = text('started on') || on;
  if (!isDay(startedOn)) wrong('started on', tanksPages.isNotADateSuch(startedOn));
  const practice = text('practice') || 'community-soft';
  if (!practices.some((p) => p.id === practice)) wrong('practice', tanksPages.isNotAPracticeIn(practice));
  const geometry = geometryFrom({ row: { length, number }, shape: choice('shape', tankShapes, 'rectangle'), wrong });
  const measuredFillL = number('filled l');
  if (!geometry && measuredFillL === undefined) wrong('length cm', tanksPages.theSizeOutsideOrThe);
  const labelL =
    number('label l') ??
    inUnit(tanksPages.labelUsGal, 'volume', 'US gal', 'L') ??
    inUnit(tanksPages.labelImpGal, 'volume', 'imp gal', 'L');
  const [grainMm, shelfRatedKg, bedText] = [number('grain mm'), number('shelf kg'), text('bed')];
  return {
    name,
    rack: text('rack'),
    roundOrder: Math.round(number('order') ?? order),
    purpose: choice('purpose', purposes, 'display'),
    practiceId: practice,
    bearing: choice('bearing', bearings, 'usual'),
    startedOn,
    ...(labelL ? { labelL } : {}),
    ...(geometry ? { geometry } : {}),
    ...(measuredFillL ? { measuredFillL } : {}),
    ...(bedText
      ? { bed: { kind: choice('bed', ['none', 'inert', 'active'] as const, 'inert'), ...(grainMm ? { grainMm } : {}) } }
      : {}),
    ...(shelfRatedKg ? { shelfRatedKg } : {}),
  };
}

function geometryFrom({
  row: { length, number },
  shape,
  wrong,
}: {
  row: { length: (field: string) => number | undefined; number: (field: string) => number | undefined };
  shape: TankShape;
  wrong: (field: string, message: string) => void;
}): TankGeometry | null {
  const [lengthCm, heightCm] = [length('length'), length('height')];
  if (lengthCm === undefined || heightCm === undefined) return null;
  const some = <K extends string>(key: K, value: number | undefined): Partial<Record<K, number>> =>
    value === undefined ? {} : ({ [key]: value } as Record<K, number>);
  const geometry: TankGeometry = {
    shape,
    lengthCm,
    heightCm,
    glassMm: number('glass mm') ?? 6,
    waterBelowRimCm: length(tanksPages.waterBelowRim) ?? 2,
    ...some('widthCm', length('width')),
    ...some('bowCm', length('bow')),
    ...some('bedDepthCm', length('bed front')),
    ...some('bedBackCm', length('bed back')),
    ...some('rockKg', number('rock kg')),
    ...some('woodL', number('wood l')),
    ...some('sumpL', number('sump l')),
  };
  const volume = netVolume(geometry);
  if (!volume.ok)
    wrong(
      'fields' in volume.refusal
        ? (volume.refusal.fields[0] ?? 'size')
        : 'field' in volume.refusal
          ? volume.refusal.field
          : 'size',
      plainRefusal(volume.refusal),
    );
  return geometry;
}

/** The register as CSV, in the columns it can be read back from. */
export function csvOf(setUps: readonly SetUp[]): string {
  const table = {
    fields: [...csvColumns],
    data: setUps.map((s) => {
      const g = s.geometry;
      return [
        s.name,
        s.rack ?? '',
        s.roundOrder,
        s.purpose,
        s.practiceId,
        s.bearing,
        s.startedOn,
        s.labelL ?? '',
        s.measuredFillL ?? '',
        g ? (g.shape ?? 'rectangle') : '',
        ...[
          g?.lengthCm,
          g?.widthCm,
          g?.bowCm,
          g?.heightCm,
          g?.waterBelowRimCm,
          g?.bedDepthCm,
          g?.bedBackCm,
          g?.glassMm,
          g?.rockKg,
          g?.woodL,
          g?.sumpL,
        ].map((n) => n ?? ''),
        s.bed?.kind ?? '',
        s.bed?.grainMm ?? '',
        s.shelfRatedKg ?? '',
      ];
    }),
  };
  return Papa.unparse(table, { escapeFormulae: true });
}
