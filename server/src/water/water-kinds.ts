import { batchCode, salts, timerWords } from '#core/water';
import {
  batchPayload,
  batchStepPayload,
  jobPayload,
  learntPayload,
  mineralPayload,
  recipePayload,
  routinePayload,
  sequencePayload,
  timerPayload,
  worksPayload,
} from '#contracts/book';
import { diaryKind } from '../book';

const figure = (value: number): string => String(Number(value.toPrecision(4)));
const percent = (share: number): string => `${figure(100 * share)} %`;

export const recipeKind = diaryKind({
  kind: 'recipe',
  on: 'source',
  schema: recipePayload,
  print: ({ parts, salts: weighed, minerals, leadHours }, names) =>
    [
      `recipe: ${parts.map((p) => `${percent(p.shareFraction)} ${names(p.sourceId)}`).join(', ')}`,
      ...weighed.map((s) => `${figure(s.saltGPerL)} g/L ${salts[s.saltId].name}`),
      ...minerals.map((m) => `${figure(m.mineralGPerL)} g/L ${names(m.supplyId)}`),
      ...(leadHours > 0 ? [`${figure(leadHours)} hours before use`] : []),
    ].join('; '),
});
export const mineralKind = diaryKind({
  kind: 'mineral',
  on: 'supply',
  schema: mineralPayload,
  print: ({ massG, waterL, ghDegrees, khDegrees, ec25UsPerCm }) =>
    `label: ${figure(massG)} g in ${figure(waterL)} L${ghDegrees === null ? '' : `, GH ${figure(ghDegrees)}`}${khDegrees === null ? '' : `, KH ${figure(khDegrees)}`}${ec25UsPerCm === null ? '' : `, ${figure(ec25UsPerCm)} µS/cm`}`,
});
export const worksKind = diaryKind({
  kind: 'works',
  on: 'source',
  schema: worksPayload,
  print: ({ madeLPerH, storesL, storedL, drums }) =>
    `makes ${figure(madeLPerH)} L/h, stores ${figure(storedL)} of ${figure(storesL)} L; drums: ${drums.map((d) => `${d.name} ${figure(d.volumeL)} L`).join(', ') || 'none'}`,
});
export const batchKind = diaryKind({
  kind: 'batch',
  on: 'source',
  schema: batchPayload,
  print: ({ madeL, salts: weighed, minerals, drum }, names) =>
    `batch of ${figure(madeL)} L${drum ? ` in ${drum}` : ''}: ${[...weighed.map((s) => `${figure(s.massG)} g ${salts[s.saltId].name}`), ...minerals.map((m) => `${figure(m.massG)} g ${names(m.supplyId)}`)].join(', ') || 'nothing weighed in'}`,
});
export const batchStepKind = diaryKind({
  kind: 'batch-step',
  on: 'source',
  schema: batchStepPayload,
  print: (payload) => {
    const which = `batch ${batchCode(payload.batchId)}`;
    switch (payload.step) {
      case 'measured':
        return `${which} measured: ${Object.entries(payload.water)
          .map(([id, span]) => `${id} ${figure(span.hi ?? span.lo ?? 0)}`)
          .join(', ')}`;
      case 'corrected':
        return `${which} corrected: ${payload.addedL > 0 ? `${figure(payload.addedL)} L ` : ''}${payload.addedG > 0 ? `${figure(payload.addedG)} g ` : ''}${payload.what}`;
      case 'accepted':
        return `${which} accepted${payload.reason === undefined ? '' : `: ${payload.reason}`}`;
      case 'left':
        return `${which}: ${figure(payload.leftL)} L left`;
      case 'thrown-away':
        return `${which} thrown away`;
    }
  },
});
export const routineKind = diaryKind({
  kind: 'routine',
  on: 'tank',
  schema: routinePayload,
  print: ({ everyDays, changeFraction, sourceId, how, ramp }, names) =>
    `routine: ${percent(changeFraction)} every ${figure(everyDays)} days, ${names(sourceId)}, ${how}${ramp.length > 0 ? `, led in over ${ramp.length} weeks` : ''}`,
});
export const sequenceKind = diaryKind({
  kind: 'sequence',
  on: 'tank',
  schema: sequencePayload,
  print: (payload) =>
    payload.step === 'planned'
      ? `sequence of ${payload.changes.length} changes planned: ${payload.why}`
      : `sequence ended: ${payload.because}${payload.note ? `, ${payload.note}` : ''}`,
});
export const jobKind = diaryKind({
  kind: 'job',
  on: 'tank',
  schema: jobPayload,
  print: (payload) =>
    payload.step === 'started'
      ? `began to change ${figure(payload.changeL)} L`
      : `closed: ${payload.checks.join(', ')}`,
});
export const timerKind = diaryKind({
  kind: 'timer',
  on: 'either',
  schema: timerPayload,
  print: (payload) =>
    payload.step === 'set' ? `timer: ${timerWords[payload.timer]}, ${figure(payload.minutes)} min` : 'timer answered',
});
export const learntKind = diaryKind({
  kind: 'learnt',
  on: 'tank',
  schema: learntPayload,
  print: ({ about, answer, why }) => `${about.replace('-', ' ')} ${answer.replace('-', ' ')}: ${why}`,
});
