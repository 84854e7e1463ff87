import { parameterWords } from '#almanac/parameters';
import { roundTo, typedText, type ParameterId } from '#core/readings';
import { netLitres, type ThingEnd, type WaterEnd } from '#core/tanks';
import { batchCode, salts } from '#core/water';
import type {
  ChangePayload,
  Done,
  DoneReading,
  FactPayload,
  Kind,
  ReadPayloadOf,
  SeenPayload,
  StockPayload,
} from '#contracts/book';
import { timerWords, workWords } from '#words/doing';
import { endWords, equipmentWords } from '#words/tanks';
import { bucketWords, cleanedWords, leavingPlanWords, outageWords, walkJobWords, walkPassWords } from '#words/hands';
import { notedWords, quarantineReasonWords, schoolWords, mealWords } from '#words/care';
import { gasWords, outcomeWords } from '#words/trouble';
import { amount, amountPlainly, spanText, spokenValue, type Speech } from '#words/units';
import { countText, figure, foodName, kindName, parameterOf, percent, spaced, type NameOf } from './names';
import { onText } from '#words/dates';

const sizeText = (speech: Speech, { entered }: Pick<ChangePayload, 'entered'>): string =>
  entered.by === 'litres'
    ? amountPlainly(speech, 'volume', entered.changeL)
    : `${Math.round(entered.changeFraction * 1000) / 10} %`;
const bareLitres = (speech: Speech, volumeL: number): string =>
  amountPlainly(speech, 'volume', volumeL).split(' ')[0] ?? '';
/** A reading as it was typed; in another unit than the keeper's, as the span it is. */
const readText = (speech: Speech, { text = '', enteredUnit = '', ...value }: DoneReading): string => {
  const parameter = parameterOf(value.parameter);
  const shownUnit = parameter && speech.unitFor(parameter.quantity);
  const typed = parameter && shownUnit && typedText({ parameter, reading: { ...value, text, enteredUnit }, shownUnit });
  return `${parameter?.short ?? value.parameter} ${typed ?? spanText(speech, value.parameter, value)}`;
};
const eventWords: Record<StockPayload['event'], string> = {
  arrived: 'arrived',
  present: 'there already',
  'moved-in': 'moved in',
  'moved-out': 'moved out',
  'given-away': 'given away',
  died: 'dead',
  missing: 'missing, no bodies',
  born: 'young',
  berried: 'carrying',
  moulted: 'moulted',
  counted: 'counted',
  sign: 'seen',
};
const stockText = ({
  event,
  kindId,
  strain,
  count,
  sign,
}: Pick<StockPayload, 'event' | 'kindId' | 'strain' | 'count' | 'sign'>): string =>
  event === 'sign'
    ? `${kindName(kindId, strain)}: ${spaced(sign ?? '')}`
    : `${countText(count)} ${kindName(kindId, strain)} ${eventWords[event]}`;
const seenText = ({ deaths, moults, berried, young, grazing, behaviour }: SeenPayload): string =>
  [
    ...Object.entries({ deaths, moults, berried, young }).flatMap(([word, n]) =>
      n ? [`${countText(n)} ${word}`] : [],
    ),
    ...(grazing ? [grazing === 'usual' ? 'grazing' : grazing === 'less' ? 'grazing less' : 'not grazing'] : []),
    ...(behaviour ? [behaviour] : []),
  ].join(', ') || 'nothing out of the way';

const factLines: { [A in FactPayload['about']]: (fact: Extract<FactPayload, { about: A }>, nameOf: NameOf) => string } =
  {
    stage: ({ stage }) => `stage: ${stage}`,
    equipment: ({ item, on, detail, lightHours }) =>
      `${equipmentWords[item]} ${on ? 'on' : 'off'}${lightHours === undefined ? '' : `, ${lightHours} h a day`}${detail ? `, ${detail}` : ''}`,
    new: ({ what, name, gone }) => (gone ? `${name} (${what}) is out again` : `new: ${name} (${what})`),
    decoration: ({ name, condition }) => `${name}: ${condition}`,
    shared: ({ thing, disinfected, withTankId }, nameOf) =>
      `shared ${spaced(thing)} with ${nameOf(withTankId)}${disinfected ? ', disinfected between' : ''}`,
    sight: ({ sight }) =>
      ({ clear: 'one sees in well', partly: 'one sees in partly', overgrown: 'overgrown: the dead stay unseen' })[
        sight
      ],
    algae: ({ wanted, name }) => `${name ?? 'algae'}: ${wanted ? 'wanted here' : 'not wanted'}`,
  };

const perCm = (speech: Speech, value: number | null): string =>
  value === null ? 'not measured' : amountPlainly(speech, 'conductivity', value);

/** One line in plain words for every kind of entry; a kind without one does not compile. */
const lines: { [K in Kind]: (payload: ReadPayloadOf<K>, speech: Speech, nameOf: NameOf) => string } = {
  'set-up': (setUp, speech) => {
    const volume = netLitres(setUp);
    return `set up: ${volume.ok ? `${amount(speech, 'volume', volume.value, 1)} net, ` : ''}${setUp.purpose}, practice ${setUp.practiceId}, ${setUp.bearing}`;
  },
  looked: ({ fed, fine }) => ['looked', ...(fed ? ['fed'] : ['not fed']), ...(fine ? ['fine'] : [])].join(', '),
  note: ({ text, mark }) =>
    mark === 'doubtful' ? `marked doubtful: ${text}` : mark === 'clear' ? `no longer doubtful: ${text}` : text,
  strike: ({ parameter, reason }) => `struck${parameter ? ` ${parameter}` : ''}: ${reason}`,
  fact: (fact, _speech, nameOf) => (factLines[fact.about] as (f: FactPayload, n: NameOf) => string)(fact, nameOf),
  ending: (payload, _speech, nameOf) => {
    if (payload.step === 'begun-anew') return `begun anew${noteText(payload.note)}`;
    const { water, bed, equipment, toTankId } = payload;
    const where = (end: ThingEnd | WaterEnd): string =>
      end === 'other-tank' && toTankId !== undefined ? `into ${nameOf(toTankId)}` : endWords[end];
    return `ended: water ${where(water)}, bed ${where(bed)}, equipment ${where(equipment)}${noteText(payload.note)}`;
  },
  photo: ({ caption }) => (caption === '' ? 'photo' : `photo: ${caption}`),
  readings: ({ context, values }, speech) =>
    `${context === 'routine' ? 'tested' : `tested (${spaced(context)})`}: ${values.map((value) => `${readText(speech, value)}${value.insisted ? ' (insisted)' : ''}`).join(', ')}`,
  seen: (payload) => `seen${payload.changeEntryId ? ' after the change' : ''}: ${seenText(payload)}`,
  instrument: ({ type, parameters, expiresOn, retired }, speech) =>
    `${retired ? 'put away: ' : ''}${spaced(type)} for ${parameters.map((p) => parameterWords[p]).join(', ')}${expiresOn === null ? '' : `, good until ${onText(speech, expiresOn)}`}`,
  calibration: ({ parameter, standardValue, shownValue, adjusted }) =>
    `${parameter === 'ec25UsPerCm' && standardValue === 0 ? 'dry in air' : `standard ${standardValue}`}: showed ${shownValue} (${parameterWords[parameter]})${adjusted ? ', then set' : ''}`,
  source: ({ state, chlorine }) => `water source: ${state.replace('-', ', ')}, chlorine: ${chlorine}`,
  change: (change, speech, nameOf) => {
    const temp = change.water.tempC === undefined ? '' : ` at ${amount(speech, 'temperature', change.water.tempC, 1)}`;
    const against =
      change.advice?.advice === 'too-large'
        ? ` — against advice: ${change.overrideReason ?? ''}`
        : change.advice?.advice === 'lesser-harm'
          ? ` — emergency: ${change.overrideReason ?? ''}`
          : '';
    const batch = change.batchId === undefined ? '' : ` from batch ${batchCode(change.batchId)}`;
    const bed =
      change.bedL === undefined || change.bedL === 0
        ? ''
        : `, ${amountPlainly(speech, 'volume', change.bedL)} of it from the bed`;
    const all = change.batchReason === undefined ? '' : ` — batch taken all the same: ${change.batchReason}`;
    const conditioner = change.conditionerMl ? `, conditioner ${roundTo(change.conditionerMl, 2)} mL` : '';
    return `changed ${sizeText(speech, change)}, ${nameOf(change.sourceId)}${batch}${temp}, ${change.how}${conditioner}${bed}${against}${all}`;
  },
  'top-up': ({ topUpL, sourceId }, speech, nameOf) =>
    `topped up ${amountPlainly(speech, 'volume', topUpL)}, ${nameOf(sourceId)}`,
  unit: ({ madeL, inUsPerCm, betweenUsPerCm, outUsPerCm, renewed }, speech) =>
    `RO unit at ${amountPlainly(speech, 'volume', madeL)}: in ${perCm(speech, inUsPerCm)}${betweenUsPerCm === null ? '' : `, after the membrane ${perCm(speech, betweenUsPerCm)}`}, out ${perCm(speech, outUsPerCm)}${renewed.length > 0 ? `; new ${renewed.join(' and ')}` : ''}`,
  recipe: ({ parts, salts: weighed, minerals, leadHours }, _speech, nameOf) =>
    [
      `recipe: ${parts.map((p) => `${percent(p.shareFraction)} ${nameOf(p.sourceId)}`).join(', ')}`,
      ...weighed.map((s) => `${figure(s.saltGPerL)} g/L ${salts[s.saltId].name}`),
      ...minerals.map((m) => `${figure(m.mineralGPerL)} g/L ${nameOf(m.supplyId)}`),
      ...(leadHours > 0 ? [`${figure(leadHours)} hours before use`] : []),
    ].join('; '),
  mineral: ({ massG, waterL, ghDegrees, khDegrees, ec25UsPerCm }, speech) =>
    `label: ${figure(massG)} g in ${amountPlainly(speech, 'volume', waterL)}${ghDegrees === null ? '' : `, GH ${figure(spokenValue(speech, 'ghDegrees', ghDegrees))}`}${khDegrees === null ? '' : `, KH ${figure(spokenValue(speech, 'khDegrees', khDegrees))}`}${ec25UsPerCm === null ? '' : `, ${amountPlainly(speech, 'conductivity', ec25UsPerCm)}`}`,
  works: ({ madeLPerH, storesL, storedL, drums }, speech) =>
    `makes ${amountPlainly(speech, 'volume', madeLPerH)}/h, stores ${bareLitres(speech, storedL)} of ${amountPlainly(speech, 'volume', storesL)}; drums: ${drums.map((d) => `${d.name} ${amountPlainly(speech, 'volume', d.volumeL)}`).join(', ') || 'none'}`,
  batch: ({ madeL, salts: weighed, minerals, drum, tempC }, speech, nameOf) =>
    `batch of ${amountPlainly(speech, 'volume', madeL)}${tempC === undefined ? '' : ` at ${amount(speech, 'temperature', tempC, 1)}`}${drum ? ` in ${drum}` : ''}: ${[...weighed.map((s) => `${figure(s.massG)} g ${salts[s.saltId].name}`), ...minerals.map((m) => `${figure(m.massG)} g ${nameOf(m.supplyId)}`)].join(', ') || 'nothing weighed in'}`,
  'batch-step': (payload, speech) => {
    const which = `batch ${batchCode(payload.batchId)}`;
    switch (payload.step) {
      case 'measured':
        return `${which} measured: ${Object.entries(payload.water)
          .map(([id, span]) => `${parameterOf(id)?.short ?? id} ${spanText(speech, id as ParameterId, span)}`)
          .join(', ')}`;
      case 'corrected':
        return `${which} corrected: ${payload.addedL > 0 ? `${amountPlainly(speech, 'volume', payload.addedL)} ` : ''}${payload.addedG > 0 ? `${figure(payload.addedG)} g ` : ''}${payload.what}`;
      case 'accepted':
        return `${which} accepted${payload.reason === undefined ? '' : `: ${payload.reason}`}`;
      case 'left':
        return `${which}: ${amountPlainly(speech, 'volume', payload.leftL)} left`;
      case 'thrown-away':
        return `${which} thrown away`;
    }
  },
  routine: ({ everyDays, changeFraction, sourceId, how, ramp }, _speech, nameOf) =>
    `routine: ${percent(changeFraction)} every ${figure(everyDays)} days, ${nameOf(sourceId)}, ${how}${ramp.length > 0 ? `, led in over ${ramp.length} weeks` : ''}`,
  sequence: (payload) =>
    payload.step === 'planned'
      ? `sequence of ${payload.changes.length} changes planned: ${payload.why}`
      : `sequence ended: ${payload.because}${payload.note ? `, ${payload.note}` : ''}`,
  learnt: ({ about, answer, why }) => `${spaced(about)} ${spaced(answer)}: ${why}`,
  stock: (payload, _speech, nameOf) =>
    `${stockText(payload)}${payload.otherTankId ? `, ${payload.event === 'moved-out' ? 'to' : 'from'} ${nameOf(payload.otherTankId)}` : ''}`,
  arrival: ({ kindId, strain, count, from, method, warnings, overrideReason }) =>
    `${countText(count)} ${kindName(kindId, strain)} arrived${from ? ` from ${from}` : ''}, ${method}${warnings.length > 0 ? `; against: ${warnings.join(' ')}` : ''}${overrideReason ? `; because ${overrideReason}` : ''}`,
  acclimation: (payload, speech) =>
    payload.step === 'started'
      ? `drip begun: ${amount(speech, 'volume', payload.rateLPerH, 1)}/h for ${Math.round(payload.durationMinutes)} min`
      : payload.step === 'measured'
        ? 'measured in the drip box'
        : payload.done
          ? 'drip ended, brought over'
          : 'drip broken off',
  cycling: (payload) =>
    payload.step === 'started'
      ? `cycle begun by ${payload.school}`
      : payload.step === 'dosed'
        ? `ammonia dosed to ${payload.tanMgPerL} mg/L as N`
        : 'seeded with used filter material',
  fed: ({ foodId, foodG, school, clearedMinutes }) =>
    `fed ${foodG} g ${foodName(foodId)} (${school})${clearedMinutes === undefined ? '' : clearedMinutes === null ? ', some left' : `, gone in ${clearedMinutes} min`}`,
  cleared: ({ clearedMinutes }) =>
    clearedMinutes === null ? 'leftovers taken out' : `food gone in ${clearedMinutes} min`,
  trim: ({ kindId, workMinutes, topsCount, toTankId }, _speech, nameOf) =>
    `trimmed ${kindName(kindId)}${workMinutes === undefined ? '' : `, ${workMinutes} min`}${topsCount === undefined ? '' : `, ${topsCount} tops put back`}${toTankId === undefined ? '' : `; cuttings to ${nameOf(toTankId)}`}`,
  dose: ({ product, amountMl }) => `dosed ${amountMl} mL or g ${product}`,
  'own-kind': ({ kind, baseId, from }) =>
    `${kind.commonName}: own figures${baseId === null ? '' : ` over ${kindName(baseId)}`}${from ? `, from ${from}` : ''}`,
  supply: ({ category, unit, expiresOn, purityFraction, pack }, speech) =>
    [
      `supply: ${category}, in ${unit}`,
      ...(purityFraction === undefined ? [] : [`${Math.round(1000 * purityFraction) / 10} % pure`]),
      ...(pack === undefined ? [] : [`${pack.packValue} ${unit} cost ${pack.costValue}`]),
      ...(expiresOn === undefined ? [] : [`good until ${onText(speech, expiresOn)}`]),
    ].join(', '),
  'supply-log': ({ event, value }) => `${spaced(event)}: ${value}`,
  job: (payload, speech) => {
    if (payload.step === 'ticked') return `closed: ${payload.checks.map(spaced).join(', ')}`;
    if (payload.step === 'broken-off') return `broken off: ${payload.reason}`;
    const { work } = payload;
    return work.kind === 'change'
      ? `began to change ${amountPlainly(speech, 'volume', work.changeL)}`
      : `${workWords[work.kind].began}${work.note ? `: ${work.note}` : ''}`;
  },
  timer: (payload) =>
    payload.step === 'set' ? `timer: ${timerWords[payload.timer]}, ${figure(payload.minutes)} min` : 'timer answered',
  case: (payload) => {
    switch (payload.step) {
      case 'opened':
        return `case opened: ${signsText(payload.findings)}${noteText(payload.note)}`;
      case 'looked':
        return `looked again: ${payload.state}${noteText(payload.note)}`;
      case 'acted':
        return `done for it: ${payload.text}`;
      case 'closed':
        return `case closed: ${outcomeWords[payload.outcome]}${noteText(payload.note)}`;
    }
  },
  poke: ({ place, gas, note }) => `bed poked at ${place}: ${gasWords[gas]}${noteText(note)}`,
  course: (payload, speech) => {
    switch (payload.step) {
      case 'started':
        return `course begun: ${payload.productName}, ${payload.food === undefined ? `${amountPlainly(speech, 'volume', payload.netVolumeL)} net` : `in the food of ${figure(payload.food.bodyMassG)} g of animals`}${noteText(payload.note)}`;
      case 'given':
        return `${payload.ate === undefined ? 'dose' : 'meal'} of day ${payload.day} given${payload.ate === undefined ? '' : `: ${mealWords[payload.ate]}`}`;
      case 'changed':
        return `change of day ${payload.day} done`;
      case 'missed':
        return `dose of day ${payload.day} missed: all after it moves by a day`;
      case 'paused':
        return `course paused${noteText(payload.note)}`;
      case 'resumed':
        return `course goes on${noteText(payload.note)}`;
      case 'redosed':
        return 'replaced water dosed again';
      case 'ended':
        return `course ended: ${payload.verdict}${noteText(payload.note)}`;
      case 'looked':
        return `looked after the course: ${payload.verdict}${noteText(payload.note)}`;
    }
  },
  quarantine: (payload) => {
    switch (payload.step) {
      case 'opened':
        return `quarantine opened (${quarantineReasonWords[payload.reason]}): ${schoolWords[payload.school]}${noteText(payload.note)}`;
      case 'noted':
        return `in quarantine: ${notedWords[payload.event]}${noteText(payload.note)}`;
      case 'looked':
        return `looked in quarantine: appetite ${payload.appetiteCount} of 3${noteText(payload.note)}`;
      case 'sentinels':
        return `sentinels beside them: ${payload.count}`;
      case 'left':
        return `quarantine left${noteText(payload.reason)}`;
    }
  },
  tool: (payload) => {
    switch (payload.step) {
      case 'kept':
        return `kept here: ${payload.name}`;
      case 'used':
        return 'a tool was in this water';
      case 'dipped':
        return `a tool was dipped for ${figure(payload.minutes)} min${payload.kept ? '' : ', shorter or weaker than it must be'}`;
      case 'gone':
        return 'a tool is gone';
    }
  },
  walk: (payload) => {
    switch (payload.step) {
      case 'stop':
        return `walked: ${payload.jobs.map((j) => walkJobWords[j]).join(', ')}${payload.minutes === undefined ? '' : `, ${figure(payload.minutes)} min`}`;
      case 'pass':
        return `one hose: ${walkPassWords[payload.pass].done}`;
      case 'handed':
        return payload.to === '' ? 'taken back tonight' : `handed to ${payload.to} tonight`;
    }
  },
  flow: (payload) => `flow: a litre in ${figure(payload.secondsPerL)} s${noteText(payload.note)}`,
  cleaning: (payload, speech) =>
    `${cleanedWords[payload.what]} cleaned${payload.squareIds.length === 0 ? '' : ` at ${payload.squareIds.join(', ')}`}${payload.outL === undefined ? '' : `, ${amountPlainly(speech, 'volume', payload.outL)} out`}${payload.bucket.length === 0 ? '' : `; ${payload.bucket.map((b) => bucketWords[b]).join(', ')}`}${payload.overrideReason === undefined ? '' : `; because ${payload.overrideReason}`}${noteText(payload.note)}`,
  outage: (payload) =>
    payload.step === 'outage'
      ? `outage: ${outageWords[payload.cause].toLowerCase()}${noteText(payload.note)}`
      : `outage over${noteText(payload.note)}`,
  absence: (payload, speech) =>
    payload.step === 'away'
      ? `away from ${onText(speech, payload.fromOn)} to ${onText(speech, payload.toOn)}${payload.plan === undefined ? '' : `, ${leavingPlanWords[payload.plan]}`}${payload.changeFraction === undefined ? '' : ` (${percent(payload.changeFraction)})`}${payload.leaves.length === 0 ? ', nothing foreseen to leave its band' : `, foreseen to leave: ${payload.leaves.map((l) => `${parameterWords[l.parameter]} on day ${figure(Math.floor(l.earliestDay))}`).join(', ')}`}${noteText(payload.note)}`
      : `home again${noteText(payload.note)}`,
  move: (payload, speech) =>
    payload.step === 'moved'
      ? `moved, ${payload.how === 'all-in' ? 'all left in' : 'everything out'}${payload.oldL === undefined || payload.newL === undefined ? '' : `, ${amountPlainly(speech, 'volume', payload.oldL)} of its water kept, ${amountPlainly(speech, 'volume', payload.newL)} new`}${noteText(payload.note)}`
      : `after the move: ${payload.good ? 'good' : 'not good'}${noteText(payload.note)}`,
  layout: ({ rows }) => `plan of the tank drawn, ${rows[0]?.length ?? 0} by ${rows.length} squares`,
};
const noteText = (note: string): string => (note === '' ? '' : `; ${note}`);
/** How many signs were seen: their names stand in the case, with the knowledge that is loaded there. */
const signsText = (findings: Readonly<Record<string, 'yes' | 'no'>>): string => {
  const count = Object.values(findings).filter((answer) => answer === 'yes').length;
  return `${count} ${count === 1 ? 'sign' : 'signs'} seen`;
};

/** The line of an entry, its payload as its kind reads it. */
export const lineWords = <K extends Kind>(speech: Speech, kind: K, payload: ReadPayloadOf<K>, nameOf: NameOf): string =>
  lines[kind](payload, speech, nameOf);

const doings: { [Id in Done['id']]: (facts: Extract<Done, { id: Id }>['facts'], speech: Speech) => string } = {
  looked: ({ fed }) => (fed ? 'looked, fed, fine' : 'looked, fine'),
  change: (facts, speech) => `changed ${sizeText(speech, facts)}`,
  readings: ({ values }, speech) => values.map((value) => readText(speech, value)).join(', '),
  note: ({ text }) => text,
  mark: ({ mark }) => mark,
  stock: stockText,
  arrival: ({ kindId, strain, count }) => `${countText(count)} ${kindName(kindId, strain)} arrived`,
  seen: seenText,
  fed: ({ foodId, foodG }) => `fed ${foodG} g ${foodName(foodId)}`,
  'set-up': ({ name }) => name,
};
/** What was last done, in few words. */
export const doneWords = (speech: Speech, done: Done): string =>
  (doings[done.id] as (facts: Done['facts'], speech: Speech) => string)(done.facts, speech);
