import { minuteMs } from '#core/units';
import type { DeviceReason, InstrumentReason, SharedFault, UnsteadyReason } from '#core/readings';
import { spokenTeller, teller } from '#words/explain';
import { onText } from '#words/dates';

/** What speaks against believing an instrument. */
export const instrumentWords = spokenTeller<InstrumentReason>({
  expired: ({ expiresOn }, speech) => `Past its date since ${onText(speech, expiresOn)}: old reagents mostly read low.`,
  'expires-soon': ({ expiresOn }, speech) => `Expires on ${onText(speech, expiresOn)}.`,
  'calibration-due': ({ ageDays, everyDays }) =>
    ageDays === null
      ? 'Never calibrated, as far as the book knows.'
      : `Last calibrated ${Math.round(ageDays)} days ago; every ${everyDays} is the plan.`,
  'not-zero-in-air': ({ shownValue }) =>
    `Showed ${shownValue} dry in air, where a conductivity pen reads 0: rinse and dry it, then look again.`,
  'off-at-standard': ({ shownValue, standardValue, on }) =>
    `Showed ${shownValue} in a standard of ${standardValue} on ${on}.`,
  'factor-unknown': () =>
    'Its factor is not known, so every reading is a span from 0.5 to 0.7: hold it once into a standard of known conductivity.',
  'not-compensated': () =>
    'Does not compensate temperature: about 2 % a degree away from 25 °C; wait until it is steady.',
  'as-element': () => 'Reports as N or P, not as the ion: the book converts what is read from it.',
  strip: () => 'A strip is for a first look; confirm with a drop test before acting.',
});

/** An instrument that is off alike in several tanks of one night. */
export function sharedFaultWords({ parameter, tankCount, offValue }: SharedFault): string {
  const byDifference = parameter === 'ph' || parameter === 'tempC';
  const higher = byDifference ? offValue > 0 : offValue > 1;
  const off = byDifference ? Math.abs(offValue).toFixed(1) : `${Math.abs(Math.round((offValue - 1) * 100))} %`;
  return `All ${tankCount} tanks tested with it tonight read ${off} ${higher ? 'higher' : 'lower'} than expected: likelier the instrument than the tanks. Check it in a standard before believing them.`;
}

const span = (ms: number): string => (ms < 120_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / minuteMs)} min`);

/** What is wrong with a device on the wire. */
export const deviceWords = teller<DeviceReason>({
  gone: () => 'It has signed off or lost its connection.',
  silent: ({ silentForMs, everyMs }) =>
    silentForMs === null
      ? 'It is there and has measured nothing yet.'
      : `Nothing heard for ${span(silentForMs)}, though it says every ${span(everyMs)}.`,
  battery: ({ batteryFraction }) =>
    `Battery at ${Math.round(batteryFraction * 100)} %: figures of a weak battery wander.`,
  floods: ({ heardPerMinuteCount, duePerMinuteCount }) =>
    `Sends ${heardPerMinuteCount} messages a minute instead of ${Math.round(duePerMinuteCount)}: something in it is broken. Each is counted once; the page shows a few a second.`,
  refused: ({ refusedCount, lastRefusal }) => `${refusedCount} of its messages could not be taken: ${lastRefusal}.`,
  clock: ({ clockOffMs }) =>
    `Its clock is off by ${span(Math.abs(clockOffMs))}: its data stand at the time they came in.`,
});

/** What is missing until a live value may be taken. */
export const unsteadyWords: Record<UnsteadyReason, string> = {
  'nothing-heard': 'nothing heard',
  settling: 'settling',
  rising: 'still rising',
  falling: 'still falling',
  jumping: 'jumping about',
};
